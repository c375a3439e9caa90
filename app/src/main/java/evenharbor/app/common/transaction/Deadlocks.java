package evenharbor.app.common.transaction;

import java.sql.SQLException;
import java.util.concurrent.Callable;
import java.util.concurrent.ThreadLocalRandom;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Carries a whole transaction out again when the database has ended it to dissolve a deadlock: nothing of it was kept then,
 * and the other one goes on. Within a transaction that is under way nothing is tried again, for all of it is undone.
 */
public final class Deadlocks {

    /** How often a transaction is begun at most. */
    static final int MOST_TRIES = 5;

    /** The database's own number for a deadlock. A lock that is only waited for too long is another matter. */
    private static final int DEADLOCK = 1213;

    private static final int LONGEST_PAUSE_MILLIS = 40;
    private static final int DEEPEST_CAUSE = 20;

    private Deadlocks() {}

    /**
     * Carries work out, beginning a transaction, and again when that lost a deadlock.
     *
     * @param own whether it begins one of its own though one is under way
     */
    static <T> T outlived(boolean own, Callable<T> work) throws Exception {
        if (!own && TransactionSynchronizationManager.isActualTransactionActive()) {
            return work.call();
        }
        for (int tries = 1; ; tries++) {
            try {
                return work.call();
            } catch (RuntimeException e) {
                if (tries == MOST_TRIES || !lost(e)) {
                    throw e;
                }
                Thread.sleep(ThreadLocalRandom.current().nextInt(1, LONGEST_PAUSE_MILLIS * tries));
            }
        }
    }

    /** Whether a failure comes of a deadlock. */
    static boolean lost(Throwable failure) {
        Throwable cause = failure;
        for (int depth = 0; cause != null && depth < DEEPEST_CAUSE; depth++) {
            if (cause instanceof SQLException sql && sql.getErrorCode() == DEADLOCK) {
                return true;
            }
            cause = cause.getCause();
        }
        return false;
    }
}
