package evenharbor.app.common.transaction;

import com.google.common.base.Throwables;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLRecoverableException;
import java.sql.SQLTransientException;
import org.hibernate.TransactionException;
import org.springframework.transaction.CannotCreateTransactionException;

/** Tells trouble of the database itself, which passes, from what is wrong with what it was asked. */
public final class DatabaseAway {

    private DatabaseAway() {}

    /** Whether it broke off while all was being kept, so that nobody knows whether it was. */
    public static boolean isAtTheEnd(Throwable e) {
        return Throwables.getCausalChain(e).stream()
                .anyMatch(cause -> cause instanceof TransactionException
                        && String.valueOf(cause.getMessage()).startsWith("Unable to commit"));
    }

    /** Whether an exception says that the database could not be reached, or broke off. */
    public static boolean isWhy(Throwable e) {
        return Throwables.getCausalChain(e).stream()
                .anyMatch(cause -> cause instanceof CannotCreateTransactionException
                        || cause instanceof SQLTransientException
                        || cause instanceof SQLRecoverableException
                        || cause instanceof SQLNonTransientConnectionException
                        // The end of a transaction could not be said over the connection: it was cut.
                        || cause instanceof TransactionException);
    }
}
