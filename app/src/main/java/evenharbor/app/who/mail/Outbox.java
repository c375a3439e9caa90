package evenharbor.app.who.mail;

import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.core.who.mail.Letter;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Mails that are to go out. A mail is written in the transaction of what it tells of, so that there is one exactly when that
 * happened, and sent after it.
 */
@Service
public class Outbox {

    private final JdbcClient db;
    private final Secrets secrets;
    private final MailLine line;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Outbox(JdbcClient db, Secrets secrets, MailLine line, ApplicationEventPublisher events, Clock clock) {
        this.db = db;
        this.secrets = secrets;
        this.line = line;
        this.events = events;
        this.clock = clock;
    }

    /** Whether mails can be sent at all: the operator has set a mail server up. */
    public boolean there() {
        return line.there();
    }

    /** Refuses what cannot be done without mail, while no mail server is set up. */
    public void needed() {
        if (!there()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This needs mail, and this harbor has no mail server set up. Nothing was changed. Its operator can set"
                            + " one up (harbor.mail).");
        }
    }

    /**
     * Writes a mail.
     *
     * @param key by which it is the same mail: one that was written before is not written again
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void post(Letter letter, String key) {
        if (!there()) {
            return;
        }
        LocalDateTime now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        int written = db.sql("insert ignore into mail (mail_key, recipient, subject, letter, created_at, next_at)"
                        + " values (?, ?, ?, ?, ?, ?)")
                .params(
                        Hashing.sha256()
                                .hashString(key + "\n" + letter.to(), StandardCharsets.UTF_8)
                                .toString(),
                        letter.to(),
                        letter.subject(),
                        secrets.sealed(KeptLetter.written(letter)),
                        now,
                        now)
                .update();
        if (written > 0) {
            events.publishEvent(new MailPosted());
        }
    }
}
