package evenharbor.app.common.transaction;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Optional;

/** Instants as the database keeps them: dates and times of UTC. */
public final class DatabaseTime {

    private DatabaseTime() {}

    /** An instant as a parameter of a statement. */
    public static LocalDateTime of(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC).toLocalDateTime();
    }

    /** An instant of a column that is never null. */
    public static Instant read(ResultSet row, String column) throws SQLException {
        return readIfAny(row, column).orElseThrow();
    }

    /** An instant of a column; empty where it is null. */
    public static Optional<Instant> readIfAny(ResultSet row, String column) throws SQLException {
        return Optional.ofNullable(row.getObject(column, LocalDateTime.class)).map(at -> at.toInstant(ZoneOffset.UTC));
    }
}
