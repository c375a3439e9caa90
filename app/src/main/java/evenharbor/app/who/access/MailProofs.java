package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import evenharbor.app.common.transaction.DatabaseTime;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Links in mails that prove once that whoever opens them has the mailbox, and asked for the mail in the same browser. By the
 * real clock.
 */
@Component
class MailProofs {

    private final JdbcClient db;

    MailProofs(JdbcClient db) {
        this.db = db;
    }

    /** What a link proves. */
    enum Kind {
        RECOVERY,
        EMAIL
    }

    /** What was proven. @param email the mailbox */
    record Proof(String personId, String email) {}

    /**
     * A new code for a link; earlier ones of its kind for the same person prove nothing any more.
     *
     * @param browser a secret of the browser that asks
     */
    @Transactional(propagation = Propagation.MANDATORY)
    String make(Kind kind, String personId, String email, String browser, Duration valid) {
        db.sql("delete from mail_proof where person_id = ? and kind = ?")
                .params(personId, kind.name())
                .update();
        String code = Ids.secret();
        db.sql("insert into mail_proof (hash, kind, person_id, email, browser, expires_at) values (?, ?, ?, ?, ?, ?)")
                .params(
                        hash(code),
                        kind.name(),
                        personId,
                        email,
                        hash(browser),
                        DatabaseTime.of(Instant.now().plus(valid)))
                .update();
        return code;
    }

    /** What a code proves, in the browser that asked for it; empty for any other, one that was used or is over. */
    @Transactional(readOnly = true)
    public Optional<Proof> of(Kind kind, String code, String browser) {
        return db.sql(
                        "select person_id, email from mail_proof where hash = ? and kind = ? and browser = ? and expires_at > ?")
                .params(hash(code), kind.name(), hash(browser), DatabaseTime.of(Instant.now()))
                .query((row, n) -> new Proof(row.getString("person_id"), row.getString("email")))
                .optional();
    }

    /** Uses a code up. @return whether it was there: of two at once one gets it */
    @Transactional(propagation = Propagation.MANDATORY)
    boolean use(String code) {
        return db.sql("delete from mail_proof where hash = ?").param(hash(code)).update() == 1;
    }

    private static String hash(String secret) {
        return Hashing.sha256().hashString(secret, StandardCharsets.UTF_8).toString();
    }
}
