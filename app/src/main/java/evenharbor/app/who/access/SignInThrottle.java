package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Objects;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.jdbc.support.KeyHolder;
import org.springframework.stereotype.Component;

/**
 * Slows down guessing: after so many failures within the window, for one e-mail or from one place, further tries are
 * not even looked at. A try is counted before it is looked at and taken back when it succeeds, so that many at once get no
 * further than many in a row. Counted in the database by the real clock, so that it holds over all nodes. A browser that
 * its person has signed in with before is counted by itself: whoever guesses elsewhere does not lock them out.
 */
@Component
class SignInThrottle {

    static final int MOST_FOR_EMAIL = 6;
    static final int MOST_FOR_DEVICE = 10;
    static final int MOST_FROM_REMOTE = 60;
    static final Duration WINDOW = Duration.ofMinutes(10);

    private final JdbcClient db;

    SignInThrottle(JdbcClient db) {
        this.db = db;
    }

    /**
     * Counts a try, or refuses it.
     *
     * @param device the known device it comes from; empty for any other
     * @return what takes the try back
     */
    long begin(String email, String remote, Optional<String> device) {
        Instant now = Instant.now();
        String counted = device.map(hash -> "device " + hash).orElse(email);
        KeyHolder key = new GeneratedKeyHolder();
        db.sql("insert into sign_in_failure (email, remote, at) values (?, ?, ?)")
                .params(counted, device.isPresent() ? "" : remote, DatabaseTime.of(now))
                .update(key);
        long id = Objects.requireNonNull(key.getKey()).longValue();
        LocalDateTime since = DatabaseTime.of(now.minus(WINDOW));
        int most = device.isPresent() ? MOST_FOR_DEVICE : MOST_FOR_EMAIL;
        boolean over = count("email", counted, since, id) >= most
                || device.isEmpty() && count("remote", remote, since, id) >= MOST_FROM_REMOTE;
        if (over) {
            // What is refused was no guess: else whoever waits would never be let in again.
            succeeded(id);
            throw new Problem(
                            ProblemType.TOO_MANY_TRIES,
                            "There were too many failed tries. Wait " + WINDOW.toMinutes()
                                    + " minutes, then try again.")
                    .with("retryAfterSeconds", WINDOW.toSeconds());
        }
        return id;
    }

    /** How many tries came before this one: of those at once each sees those before it. */
    private int count(String column, String value, LocalDateTime since, long before) {
        return db.sql("select count(*) from sign_in_failure where " + column + " = ? and at > ? and id < ?")
                .params(value, since, before)
                .query(Integer.class)
                .single();
    }

    /** Takes a try back: it was no failure. */
    void succeeded(long id) {
        db.sql("delete from sign_in_failure where id = ?").param(id).update();
    }

    /** Forgets the failures for an e-mail: its person has come. */
    void forget(String email) {
        db.sql("delete from sign_in_failure where email = ?").param(email).update();
        db.sql("delete from sign_in_failure where at < ?")
                .param(DatabaseTime.of(Instant.now().minus(Duration.ofDays(1))))
                .update();
    }
}
