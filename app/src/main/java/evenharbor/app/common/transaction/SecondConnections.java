package evenharbor.app.common.transaction;

import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.stereotype.Component;

/**
 * Who holds a connection and needs another one, as what follows a commit does, gets it from a pool beside the usual one:
 * else, when as many as there are connections change something at once, each would wait for the others to give theirs back.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class SecondConnections implements BeanPostProcessor {

    private static final int MOST = 8;

    /** How many connections a thread has asked for and nobody gave back. */
    private static final ThreadLocal<AtomicInteger> HELD = ThreadLocal.withInitial(AtomicInteger::new);

    private HikariDataSource second;

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        if (!(bean instanceof HikariDataSource first)) {
            return bean;
        }
        // Begun when one is asked for first, so that a start does not wait for it.
        second = new HikariDataSource();
        first.copyStateTo(second);
        second.setPoolName("second");
        second.setMaximumPoolSize(Math.min(MOST, first.getMaximumPoolSize()));
        second.setMinimumIdle(0);
        return new Both(first, second);
    }

    @PreDestroy
    void end() {
        if (second != null) {
            second.close();
        }
    }

    private static final class Both extends DelegatingDataSource {
        private final HikariDataSource second;

        Both(HikariDataSource first, HikariDataSource second) {
            super(first);
            this.second = second;
        }

        @Override
        public Connection getConnection() throws SQLException {
            // Another thread may give it back: it counts for the one that asked for it all the same.
            AtomicInteger held = HELD.get();
            Connection connection = held.get() == 0 ? super.getConnection() : second.getConnection();
            held.incrementAndGet();
            AtomicBoolean open = new AtomicBoolean(true);
            return SeenConnection.of(connection, method -> {
                if (method.equals("close") && open.compareAndSet(true, false)) {
                    held.decrementAndGet();
                }
            });
        }
    }
}
