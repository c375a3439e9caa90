package evenharbor.app.common.transaction;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import java.sql.SQLIntegrityConstraintViolationException;
import java.sql.SQLTransientConnectionException;
import org.hibernate.TransactionException;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.orm.jpa.JpaSystemException;
import org.springframework.transaction.CannotCreateTransactionException;

class DatabaseTroubleTest {

    @Test
    void aConnectionThatWasCutIsToldFromWhatWasAskedOfIt() {
        // A connection that is cut just when a transaction is rolled back: what came before it is masked.
        assertThat(DatabaseAway.isWhy(new JpaSystemException(new TransactionException(
                        "Unable to rollback against JDBC Connection", new SQLException("Connection is closed")))))
                .isTrue();
        assertThat(DatabaseAway.isWhy(new RuntimeException(new SQLTransientConnectionException("no connection"))))
                .isTrue();
        assertThat(DatabaseAway.isWhy(new CannotCreateTransactionException("none")))
                .isTrue();
        assertThat(DatabaseAway.isWhy(new DataIntegrityViolationException(
                        "twice", new SQLIntegrityConstraintViolationException("twice"))))
                .isFalse();
        assertThat(DatabaseAway.isWhy(new IllegalStateException("a fault of ours")))
                .isFalse();
    }
}
