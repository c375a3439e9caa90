package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Slows down guessing: after so many failures within the window, for one e-mail or from one place, further tries are
 * not even looked at. Counted in the database, so that it holds over all nodes.
 */
@Component
class SignInThrottle {

    static final int MOST_FOR_EMAIL = 6;
    static final int MOST_FROM_REMOTE = 60;
    static final Duration WINDOW = Duration.ofMinutes(10);

    private final JdbcClient db;
    private final Clock clock;

    SignInThrottle(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** Refuses when there were too many failures. */
    void check(String email, String remote) {
        var since = clock.instant().minus(WINDOW).atOffset(ZoneOffset.UTC).toLocalDateTime();
        boolean over =
                count("email", email, since) >= MOST_FOR_EMAIL || count("remote", remote, since) >= MOST_FROM_REMOTE;
        if (over) {
            throw new Problem(
                            ProblemType.TOO_MANY_TRIES,
                            "There were too many failed tries. Wait " + WINDOW.toMinutes()
                                    + " minutes, then try again.")
                    .with("retryAfterSeconds", WINDOW.toSeconds());
        }
    }

    private int count(String column, String value, Object since) {
        return db.sql("select count(*) from sign_in_failure where " + column + " = ? and at > ?")
                .params(value, since)
                .query(Integer.class)
                .single();
    }

    @Transactional(propagation = Propagation.REQUIRES_NEW)
    void failed(String email, String remote) {
        Instant now = clock.instant();
        db.sql("insert into sign_in_failure (email, remote, at) values (?, ?, ?)")
                .params(email, remote, now.atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
        db.sql("delete from sign_in_failure where at < ?")
                .param(now.minus(Duration.ofDays(1)).atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
    }

    @Transactional(propagation = Propagation.REQUIRES_NEW)
    void succeeded(String email) {
        db.sql("delete from sign_in_failure where email = ?").param(email).update();
    }
}
