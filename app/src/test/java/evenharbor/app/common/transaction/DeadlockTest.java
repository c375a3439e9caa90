package evenharbor.app.common.transaction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.fixture.TestHarbor;
import java.sql.SQLException;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

class DeadlockTest {

    private final JdbcTemplate db = TestHarbor.get().bean(JdbcTemplate.class);
    private final TransactionTemplate transactions = TestHarbor.get().bean(TransactionTemplate.class);

    /** Two that lock the same rows in opposite orders: the database ends one, and both are done in the end. */
    @Test
    void whoLosesADeadlockBeginsAnew() throws Exception {
        db.execute("create table if not exists deadlock_trial (id int primary key, n int not null)");
        db.execute("replace into deadlock_trial values (1, 0), (2, 0)");
        CyclicBarrier both = new CyclicBarrier(2);
        AtomicInteger begun = new AtomicInteger();
        ExecutorService threads = Executors.newFixedThreadPool(2);
        Future<?> one = threads.submit(() -> locksBoth(1, 2, both, begun));
        Future<?> other = threads.submit(() -> locksBoth(2, 1, both, begun));
        one.get(30, TimeUnit.SECONDS);
        other.get(30, TimeUnit.SECONDS);
        threads.shutdown();
        assertThat(db.queryForList("select n from deadlock_trial order by id", Integer.class))
                .containsExactly(2, 2);
        assertThat(begun.get()).as("one of them was begun anew").isEqualTo(3);
        db.execute("drop table deadlock_trial");
    }

    private void locksBoth(int first, int second, CyclicBarrier both, AtomicInteger begun) {
        transactions.executeWithoutResult(status -> {
            boolean fresh = begun.incrementAndGet() <= 2;
            db.update("update deadlock_trial set n = n + 1 where id = ?", first);
            if (fresh) {
                try {
                    both.await(20, TimeUnit.SECONDS);
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
            }
            db.update("update deadlock_trial set n = n + 1 where id = ?", second);
        });
    }

    @Test
    void onlyADeadlockIsTriedAgainAndNotForEver() {
        AtomicInteger tries = new AtomicInteger();
        assertThatThrownBy(() -> Deadlocks.outlived(false, () -> {
                    tries.incrementAndGet();
                    throw new CannotAcquireLockException("lost", new SQLException("Deadlock found", "40001", 1213));
                }))
                .isInstanceOf(CannotAcquireLockException.class);
        assertThat(tries.get()).isEqualTo(Deadlocks.MOST_TRIES);
        tries.set(0);
        assertThatThrownBy(() -> Deadlocks.outlived(false, () -> {
                    tries.incrementAndGet();
                    throw new CannotAcquireLockException("late", new SQLException("Lock wait timeout", "HY000", 1205));
                }))
                .isInstanceOf(CannotAcquireLockException.class);
        assertThat(tries.get()).isEqualTo(1);
    }

    /** What is done in a transaction of its own can be done again alone; what is a part of another cannot. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void withinATransactionOnlyOneOfItsOwnIsBegunAnew(boolean own) {
        TransactionTemplate within =
                own ? OutlivingTemplate.alone(TestHarbor.get().bean(PlatformTransactionManager.class)) : transactions;
        AtomicInteger tries = new AtomicInteger();
        Runnable work = () -> within.executeWithoutResult(status -> {
            if (tries.incrementAndGet() == 1) {
                throw new CannotAcquireLockException("lost", new SQLException("Deadlock found", "40001", 1213));
            }
        });
        TransactionTemplate outer = new TransactionTemplate(TestHarbor.get().bean(PlatformTransactionManager.class));
        if (own) {
            outer.executeWithoutResult(status -> work.run());
        } else {
            assertThatThrownBy(() -> outer.executeWithoutResult(status -> work.run()))
                    .isInstanceOf(CannotAcquireLockException.class);
        }
        assertThat(tries.get()).isEqualTo(own ? 2 : 1);
    }
}
