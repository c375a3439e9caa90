package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import com.google.common.io.BaseEncoding;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.core.who.access.OneTimeCodes;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The second factor: codes that a person's device computes (RFC 6238), and codes on paper for when it is lost. By the real
 * clock, as their device goes.
 */
@Component
class SecondFactors {

    private static final int PAPER_CODES = 10;
    private static final int HALF = 5;

    private final JdbcClient db;
    private final Secrets secrets;
    private final SignInThrottle throttle;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    private final SecureRandom random = new SecureRandom();

    SecondFactors(
            JdbcClient db,
            Secrets secrets,
            SignInThrottle throttle,
            ApplicationEventPublisher events,
            TransactionTemplate transactions) {
        this.db = db;
        this.secrets = secrets;
        this.throttle = throttle;
        this.events = events;
        this.transactions = transactions;
    }

    private record Row(byte[] secret, boolean confirmed, long lastStep) {}

    private Optional<Row> row(String personId) {
        return db.sql("select secret, confirmed_at, last_step from second_factor where person_id = ?")
                .param(personId)
                .query((row, n) -> new Row(
                        BaseEncoding.base32().decode(secrets.opened(row.getBytes("secret"))),
                        row.getObject("confirmed_at") != null,
                        row.getLong("last_step")))
                .optional();
    }

    /** Whether someone signs in with a second factor. */
    boolean on(String personId) {
        return row(personId).filter(Row::confirmed).isPresent();
    }

    /** Since when someone does; empty when they do not. */
    Optional<Instant> since(String personId) {
        return db.sql("select confirmed_at from second_factor where person_id = ? and confirmed_at is not null")
                .param(personId)
                .query((row, n) -> DatabaseTime.read(row, "confirmed_at"))
                .optional();
    }

    /** How many codes on paper are left. */
    int paperCodes(String personId) {
        return db.sql("select count(*) from recovery_code where person_id = ? and used_at is null")
                .param(personId)
                .query(Integer.class)
                .single();
    }

    /** Begins: a secret for the device, in Base32. Nothing is asked for at sign-in before a first code was typed. */
    String begin(Person person) {
        if (on(person.id())) {
            throw new Problem(
                    ProblemType.NOT_READY, "A second factor is on already. Nothing was changed. Turn it off first.");
        }
        byte[] secret = new byte[OneTimeCodes.SECRET_LENGTH];
        random.nextBytes(secret);
        String readable = BaseEncoding.base32().encode(secret);
        db.sql("replace into second_factor (person_id, secret, confirmed_at, last_step) values (?, ?, null, 0)")
                .params(person.id(), secrets.sealed(readable))
                .update();
        return readable;
    }

    /** Turns it on, once a code was typed. @return the codes on paper; shown once */
    List<String> confirm(Person person, String code, String remote) {
        Row row = row(person.id())
                .filter(each -> !each.confirmed)
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_READY, "There is nothing to confirm. Nothing was changed. Begin anew."));
        long guess = throttle.begin("factor " + person.id(), remote, Optional.empty());
        OptionalLong step = OneTimeCodes.step(row.secret, code, Instant.now(), row.lastStep);
        if (step.isEmpty()) {
            throw Problem.field(
                    "code",
                    "This is not the code of now. Nothing was changed. Check that the clock of your device is right, and type"
                            + " the next one.");
        }
        throttle.succeeded(guess);
        return transactions.execute(status -> {
            db.sql("update second_factor set confirmed_at = ?, last_step = ? where person_id = ?")
                    .params(now(), step.getAsLong(), person.id())
                    .update();
            events.publishEvent(
                    new SignInChanged(person, "You turned on a second factor", "factor on " + step.getAsLong()));
            return paper(person);
        });
    }

    /** New codes on paper in place of all before. */
    List<String> renewPaper(Person person) {
        return transactions.execute(status -> paper(person));
    }

    private List<String> paper(Person person) {
        db.sql("delete from recovery_code where person_id = ?")
                .param(person.id())
                .update();
        List<String> codes = IntStream.range(0, PAPER_CODES)
                .mapToObj(n -> Ids.secret().substring(0, 2 * HALF))
                .map(code -> code.substring(0, HALF) + "-" + code.substring(HALF))
                .toList();
        codes.forEach(code -> db.sql("insert into recovery_code (person_id, hash) values (?, ?)")
                .params(person.id(), hash(code))
                .update());
        return codes;
    }

    /** Turns it off. */
    void turnOff(Person person) {
        transactions.executeWithoutResult(status -> {
            db.sql("delete from second_factor where person_id = ?")
                    .param(person.id())
                    .update();
            db.sql("delete from recovery_code where person_id = ?")
                    .param(person.id())
                    .update();
            events.publishEvent(new SignInChanged(person, "You turned off your second factor", "factor off " + now()));
        });
    }

    /**
     * Makes sure of the second factor of someone who has one. Each code is good once.
     *
     * @param typed a code of the device, or one on paper; empty when none was typed
     */
    void check(Person person, Optional<String> typed, String remote) {
        Optional<Row> row = row(person.id()).filter(Row::confirmed);
        if (row.isEmpty()) {
            return;
        }
        String code = typed.map(String::strip)
                .filter(each -> !each.isEmpty())
                .orElseThrow(() -> new Problem(
                        ProblemType.SECOND_FACTOR_NEEDED,
                        "Type the code that your device shows, or one of those on paper."));
        long guess = throttle.begin("factor " + person.id(), remote, Optional.empty());
        OptionalLong step = OneTimeCodes.step(row.get().secret, code, Instant.now(), row.get().lastStep);
        boolean good = step.isPresent()
                ? db.sql("update second_factor set last_step = ? where person_id = ? and last_step < ?")
                                .params(step.getAsLong(), person.id(), step.getAsLong())
                                .update()
                        == 1
                : db.sql("update recovery_code set used_at = ? where person_id = ? and hash = ? and used_at is null")
                                .params(now(), person.id(), hash(code))
                                .update()
                        == 1;
        if (!good) {
            throw Problem.field("code", "This is not the code of now, or it was used already. Type the next one.");
        }
        throttle.succeeded(guess);
        if (step.isEmpty()) {
            transactions.executeWithoutResult(status -> events.publishEvent(
                    new SignInChanged(person, "A code on paper was used to sign in as you", "paper " + hash(code))));
        }
    }

    private static String hash(String code) {
        String plain = Stream.of(code.toLowerCase(Locale.ROOT).split("[\\s-]+")).reduce("", String::concat);
        return Hashing.sha256().hashString(plain, StandardCharsets.UTF_8).toString();
    }

    private static LocalDateTime now() {
        return Instant.now().atOffset(ZoneOffset.UTC).toLocalDateTime();
    }
}
