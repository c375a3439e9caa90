package evenharbor.app.harbor.audience;

import com.google.common.hash.Hashing;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.mail.Outbox;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.mail.Letter;
import evenharbor.edge.serve.Doorkeeper;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Mails codes to visitors who may come in. Whether someone may is looked up by a thread of its
 * own, after the visitor was answered: nobody learns by the answer, or by its time, who is on a list.
 */
@Component
class MailDoor implements Doorkeeper, DisposableBean {

    private static final Logger LOG = LoggerFactory.getLogger(MailDoor.class);
    private static final Duration VALID = Duration.ofMinutes(15);
    private static final int MOST_WAITING = 500;
    private static final int MOST_TRIES = 5;

    /** The most codes that one mailbox has at a time; each mail has two, one to type and one in its link. */
    private static final int MOST_CODES = 8;

    private static final int DIGITS = 100_000_000;

    private final JdbcClient db;
    private final Outbox outbox;
    private final TransactionTemplate transactions;
    private final RegisteredVisitors registered;
    private final SecureRandom random = new SecureRandom();
    private final ThreadPoolExecutor mailing = new ThreadPoolExecutor(
            1,
            1,
            0,
            TimeUnit.SECONDS,
            new ArrayBlockingQueue<>(MOST_WAITING),
            new ThreadFactoryBuilder()
                    .setNameFormat("mail-door")
                    .setDaemon(true)
                    .build());

    MailDoor(JdbcClient db, Outbox outbox, TransactionTemplate transactions, RegisteredVisitors registered) {
        this.db = db;
        this.outbox = outbox;
        this.transactions = transactions;
        this.registered = registered;
    }

    @Override
    public void ask(Guard guard, Visitor visitor, String email) {
        if (guard.audience() instanceof Audience.ByMail mail) {
            soon(() -> {
                if (mail.admits(email)) {
                    code(guard, visitor, email, email);
                }
            });
        }
    }

    private void soon(Runnable work) {
        try {
            mailing.execute(() -> {
                try {
                    work.run();
                } catch (RuntimeException e) {
                    LOG.warn("A code for a visitor could not be mailed", e);
                }
            });
        } catch (RejectedExecutionException e) {
            LOG.warn("So many visitors ask for codes that this one gets none");
        }
    }

    private void code(Guard guard, Visitor visitor, String email, String holder) {
        transactions.executeWithoutResult(status -> {
            int open = db.sql("select count(*) from visitor_code where part_id = ? and email = ? and expires_at > ?")
                    .params(guard.id(), email, DatabaseTime.of(Instant.now()))
                    .query(Integer.class)
                    .single();
            Optional<String> site = site(guard);
            if (open >= MOST_CODES || site.isEmpty()) {
                return;
            }
            String code = "%08d".formatted(random.nextInt(DIGITS));
            String secret = Ids.secret();
            for (String each : List.of(code, secret)) {
                db.sql("insert into visitor_code (hash, part_id, site_id, email, holder, expires_at, browser)"
                                + " values (?, ?, ?, ?, ?, ?, ?)")
                        .params(
                                hash(guard, visitor, each),
                                guard.id(),
                                site.get(),
                                email,
                                holder,
                                DatabaseTime.of(Instant.now().plus(VALID)),
                                digest(visitor.browser()))
                        .update();
            }
            String link =
                    visitor.url() + (visitor.url().contains("?") ? "&" : "?") + LinkSecret.PARAMETER + "=" + secret;
            outbox.post(
                    Letter.of(
                            email,
                            "Your code for " + visitor.host() + ": " + code.substring(0, 4) + " " + code.substring(4),
                            new Letter.Words("Someone, probably you, wants to read " + visitor.host() + "."),
                            new Letter.Code(code.substring(0, 4) + " " + code.substring(4)),
                            new Letter.Link("Or open this in the same browser", link),
                            new Letter.Words("It works once, for " + VALID.toMinutes()
                                    + " minutes, in the browser that asked. If it was not you, do nothing.")),
                    "visitor " + secret);
        });
    }

    private Optional<String> site(Guard guard) {
        return db.sql("select site_id from audience_part where id = ?")
                .param(guard.id())
                .query(String.class)
                .optional();
    }

    @Override
    public Optional<String> redeem(Guard guard, Visitor visitor, String typed) {
        String code = typed.replaceAll("\\s+", "");
        return transactions.execute(status -> {
            record Found(String email, String holder) {}
            Optional<Found> found = db.sql("select email, holder from visitor_code where hash = ? and part_id = ?"
                            + " and expires_at > ? and tries < " + MOST_TRIES + " for update")
                    .params(hash(guard, visitor, code), guard.id(), DatabaseTime.of(Instant.now()))
                    .query((row, n) -> new Found(row.getString("email"), row.getString("holder")))
                    .optional();
            if (found.isEmpty()) {
                db.sql("update visitor_code set tries = tries + 1 where part_id = ? and browser = ?")
                        .params(guard.id(), digest(visitor.browser()))
                        .update();
                return Optional.empty();
            }
            db.sql("delete from visitor_code where part_id = ? and browser = ?")
                    .params(guard.id(), digest(visitor.browser()))
                    .update();
            registered.confirm(found.get().holder());
            return found.map(Found::holder);
        });
    }

    @Override
    public Optional<String> register(Guard guard, Visitor visitor, Form form) {
        Audience.Registered asked = (Audience.Registered) guard.audience();
        boolean first = Boolean.TRUE.equals(transactions.execute(status ->
                site(guard).map(site -> registered.keep(site, guard, form)).orElseThrow()));
        if (asked.confirmed()) {
            soon(() -> code(guard, visitor, form.email(), registered.holder(guard, form.email())));
            return Optional.empty();
        }
        // Nothing shows that it is the same person who types an e-mail again: they get in, and nothing of the other.
        return Optional.of(first ? registered.holder(guard, form.email()) : Ids.id());
    }

    @Override
    public List<String> kept(Guard guard, String holder) {
        return registered.kept(guard, holder);
    }

    @Override
    public void forget(Guard guard, String holder) {
        registered.forget(guard, holder);
    }

    @Override
    public void destroy() {
        mailing.shutdown();
    }

    private static String hash(Guard guard, Visitor visitor, String code) {
        return digest(guard.id() + " " + visitor.browser() + " " + code);
    }

    private static String digest(String secret) {
        return Hashing.sha256().hashString(secret, StandardCharsets.UTF_8).toString();
    }
}
