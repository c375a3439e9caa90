package evenharbor.app.common.problem;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.stream.Stream;
import org.hibernate.TransactionException;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.orm.jpa.JpaSystemException;
import org.springframework.transaction.CannotCreateTransactionException;

/** What is told of what went wrong inside. */
class ProblemAdviceTest {

    private static final String AWAY = "The harbor's database does not answer just now. Nothing was changed";
    private static final String UNKNOWN = "it is not known whether this was done";

    static Stream<Arguments> troubles() {
        return Stream.of(
                Arguments.of(new CannotCreateTransactionException("none"), AWAY),
                Arguments.of(new DataAccessResourceFailureException("none"), AWAY),
                Arguments.of(
                        new TransientDataAccessResourceException(
                                "lost", new SQLTransientConnectionException("In progress transaction was lost")),
                        AWAY),
                Arguments.of(end("Unable to commit against JDBC Connection"), UNKNOWN),
                Arguments.of(end("Unable to rollback against JDBC Connection"), AWAY),
                Arguments.of(
                        new IllegalStateException(new UncheckedIOException(new IOException("No space left on device"))),
                        "The harbor's disk is full. Nothing was changed"),
                Arguments.of(new IllegalStateException("a fault of ours"), "This could not be done"));
    }

    private static RuntimeException end(String words) {
        return new JpaSystemException(new TransactionException(words, new SQLException("Connection reset")));
    }

    @ParameterizedTest
    @MethodSource("troubles")
    void whatHappenedAndWhetherAnythingWasChangedIsSaid(RuntimeException trouble, String words) {
        assertThat(new ProblemAdvice().unexpected(trouble).getBody().getDetail())
                .contains(words);
    }
}
