package evenharbor.app.who.mail;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.common.watch.Watch;
import evenharbor.core.common.RetryPauses;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mail.MailException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Sends what is in the outbox, on whichever node comes first: a mail is claimed under a lease, so that a node that dies gives
 * it back. Whether a server took a mail is not always known; then it is sent again with the same Message-ID.
 */
@Component
class MailWorker implements HealthPart, DisposableBean {

    private static final Logger LOG = LoggerFactory.getLogger(MailWorker.class);
    private static final int AT_ONCE = 50;

    /** By the real clock. */
    private static final Duration LEASE = Duration.ofMinutes(2);

    private static final Duration LATE = Duration.ofMinutes(10);

    private final JdbcClient db;
    private final Secrets secrets;
    private final MailLine line;
    private final Clock clock;
    private final ExecutorService soon = Executors.newSingleThreadExecutor(
            new ThreadFactoryBuilder().setNameFormat("mail").setDaemon(true).build());

    MailWorker(JdbcClient db, Secrets secrets, MailLine line, Clock clock) {
        this.db = db;
        this.secrets = secrets;
        this.line = line;
        this.clock = clock;
    }

    @Configuration
    static class Work {
        @Bean
        Watch mailWatch(ObjectProvider<MailWorker> worker) {
            return new Watch(
                    "mail-watch",
                    Duration.ofSeconds(5),
                    "exists (select 1 from mail where next_at <= :now and leased_until < :real)",
                    () -> worker.getObject().sweep());
        }
    }

    private record Due(long id, String key, byte[] letter, int tries) {}

    /** Someone may wait for a code: it is sent as soon as it is written. */
    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void posted(MailPosted posted) {
        try {
            soon.execute(this::sweep);
        } catch (RejectedExecutionException e) {
            LOG.debug("This node stops; the mail is sent by another, or after the next start");
        }
    }

    /** Sends what is due. */
    void sweep() {
        if (!line.there()) {
            return;
        }
        try {
            db.sql("select id, mail_key, letter, tries from mail where next_at <= ? and leased_until < ?"
                            + " order by next_at limit " + AT_ONCE)
                    .params(DatabaseTime.of(clock.instant()), DatabaseTime.of(Instant.now()))
                    .query((row, n) -> new Due(
                            row.getLong("id"), row.getString("mail_key"), row.getBytes("letter"), row.getInt("tries")))
                    .list()
                    .forEach(this::claimed);
        } catch (RuntimeException e) {
            LOG.warn("The outbox could not be read just now", e);
        }
    }

    private void claimed(Due due) {
        Instant now = Instant.now();
        boolean mine =
                db.sql("update mail set leased_until = ? where id = ? and next_at is not null and leased_until < ?")
                                .params(DatabaseTime.of(now.plus(LEASE)), due.id, DatabaseTime.of(now))
                                .update()
                        == 1;
        if (mine) {
            send(due);
        }
    }

    private void send(Due due) {
        try {
            line.send(
                    KeptLetter.read(secrets.opened(due.letter)),
                    "<" + due.key.substring(0, 32) + "@" + line.domain() + ">");
            over(due, "", DatabaseTime.of(clock.instant()));
        } catch (MailLine.Refused | Secrets.CannotOpen e) {
            LOG.warn("A mail will never be taken: {}", e.getMessage());
            over(due, String.valueOf(e.getMessage()), null);
        } catch (MailException e) {
            String problem = String.valueOf(e.getMostSpecificCause().getMessage());
            Optional<Duration> pause = RetryPauses.after(due.tries);
            if (pause.isEmpty()) {
                over(due, problem, null);
                return;
            }
            db.sql(
                            "update mail set tries = tries + 1, next_at = ?, problem = ?, leased_until = '2000-01-01' where id = ?")
                    .params(DatabaseTime.of(clock.instant().plus(pause.get())), shortened(problem), due.id)
                    .update();
        } catch (RuntimeException e) {
            LOG.warn("A mail cannot be written", e);
            over(due, "It cannot be written: " + e.getMessage(), null);
        }
    }

    private void over(Due due, String problem, LocalDateTime sentAt) {
        db.sql("update mail set next_at = null, letter = null, sent_at = ?, problem = ? where id = ?")
                .params(sentAt, shortened(problem), due.id)
                .update();
    }

    private static String shortened(String problem) {
        String line = problem.replaceAll("\\s+", " ").strip();
        return line.length() > 300 ? line.substring(0, 299) + "…" : line;
    }

    @Override
    public String name() {
        return "mail";
    }

    @Override
    public List<Trouble> troubles() {
        int late = db.sql("select count(*) from mail where next_at is not null and created_at < ?")
                .param(DatabaseTime.of(clock.instant().minus(LATE)))
                .query(Integer.class)
                .single();
        return late == 0
                ? List.of()
                : List.of(
                        new Trouble(
                                "Mails wait for the mail server.",
                                "See that it answers and takes this harbor's name and password. None is lost: each is tried again."));
    }

    @Override
    public void destroy() {
        soon.shutdown();
    }
}
