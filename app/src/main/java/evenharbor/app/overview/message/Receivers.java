package evenharbor.app.overview.message;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.hosting.host.HostNumbers;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.core.who.message.MessageKind;
import evenharbor.core.who.message.SignedRequest;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The programs that an account has told what happens, and the secrets that they know it by. */
@Service
@Transactional
public class Receivers {

    private static final int MOST = 20;

    /** How long a secret signs on beside the one that took its place. */
    static final Duration OLD_SIGNS_FOR = Duration.ofDays(1);

    private final JdbcClient db;
    private final Secrets secrets;
    private final Sites sites;
    private final HostNumbers numbers;
    private final Clock clock;

    Receivers(JdbcClient db, Secrets secrets, Sites sites, HostNumbers numbers, Clock clock) {
        this.db = db;
        this.secrets = secrets;
        this.sites = sites;
        this.numbers = numbers;
        this.clock = clock;
    }

    /** Those of the account, in the order of their names. */
    @Transactional(readOnly = true)
    public List<Receiver> mine() {
        return of(Current.person().accountId());
    }

    @Transactional(readOnly = true)
    Receiver mine(String id) {
        return mine().stream()
                .filter(each -> each.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This receiver"));
    }

    /** Those of an account. */
    @Transactional(readOnly = true)
    List<Receiver> of(String accountId) {
        return db.sql("select * from receiver where account_id = ? order by name, id")
                .param(accountId)
                .query(Receivers::read)
                .list();
    }

    /** One, whoever asks. */
    @Transactional(readOnly = true)
    Optional<Receiver> find(String id) {
        return db.sql("select * from receiver where id = ?")
                .param(id)
                .query(Receivers::read)
                .optional();
    }

    private static Receiver read(ResultSet row, int number) throws SQLException {
        Set<MessageKind> kinds = EnumSet.noneOf(MessageKind.class);
        Arrays.stream(row.getString("kinds").split(","))
                .map(MessageKind::valueOf)
                .forEach(kinds::add);
        return new Receiver(
                row.getString("id"),
                row.getString("account_id"),
                Optional.ofNullable(row.getString("site_id")),
                row.getString("name"),
                row.getString("url"),
                kinds,
                row.getBoolean("running"));
    }

    /** A receiver as it was made, with its secret: that is shown once. */
    record Made(String id, String secret) {}

    /** Adds one. @param form its id and account are not looked at */
    Made add(Receiver form) {
        checked(form);
        if (mine().size() >= MOST) {
            throw Problem.field("name", "There are " + MOST + " receivers already. Remove one first.");
        }
        Made made = new Made(Ids.id(), Ids.secret());
        db.sql("insert into receiver (id, account_id, site_id, name, url, kinds, running, secret, created_at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        made.id(),
                        Current.person().accountId(),
                        form.siteId().orElse(null),
                        form.name(),
                        form.url(),
                        joined(form.kinds()),
                        form.running(),
                        secrets.sealed(made.secret()),
                        DatabaseTime.of(clock.instant()))
                .update();
        return made;
    }

    /** Changes all of it but its secret. */
    void change(String id, Receiver form) {
        mine(id);
        checked(form);
        db.sql("update receiver set site_id = ?, name = ?, url = ?, kinds = ?, running = ? where id = ?")
                .params(form.siteId().orElse(null), form.name(), form.url(), joined(form.kinds()), form.running(), id)
                .update();
    }

    /** Puts a new secret in its place; the one before signs beside it for a day. @return the new one */
    String newSecret(String id) {
        mine(id);
        String secret = Ids.secret();
        db.sql("update receiver set old_secret = secret, old_until = ?, secret = ? where id = ?")
                .params(DatabaseTime.of(clock.instant().plus(OLD_SIGNS_FOR)), secrets.sealed(secret), id)
                .update();
        return secret;
    }

    /** Removes it, with what it has not taken yet. */
    void remove(String id) {
        mine(id);
        db.sql("delete from receiver where id = ?").param(id).update();
    }

    /** Writes nothing more for one that wants no more. */
    void stop(String id) {
        db.sql("update receiver set running = false where id = ?").param(id).update();
    }

    private record Sealed(byte[] secret, byte[] old) {}

    /** The keys that sign for it now. */
    @Transactional(readOnly = true)
    public List<SignedRequest.Key> keys(String id) {
        Sealed sealed = db.sql("select secret, if(old_until > ?, old_secret, null) old from receiver where id = ?")
                .params(DatabaseTime.of(clock.instant()), id)
                .query((row, n) -> new Sealed(row.getBytes("secret"), row.getBytes("old")))
                .single();
        List<SignedRequest.Key> keys = new ArrayList<>();
        keys.add(new SignedRequest.Key("now", id, secrets.opened(sealed.secret).getBytes(StandardCharsets.UTF_8)));
        if (sealed.old != null) {
            keys.add(new SignedRequest.Key(
                    "before", id + ".before", secrets.opened(sealed.old).getBytes(StandardCharsets.UTF_8)));
        }
        return keys;
    }

    private void checked(Receiver form) {
        form.siteId().ifPresent(sites::mine);
        URI uri;
        try {
            uri = new URI(form.url());
        } catch (URISyntaxException e) {
            throw Problem.field("url", "This is no URL. Give one such as https://build.example/hooks/harbor.");
        }
        if (uri.getHost() == null || !("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()))) {
            throw Problem.field("url", "Give a whole URL that begins with https:// or http://.");
        }
        if (uri.getRawUserInfo() != null) {
            throw Problem.field("url", "Leave out the name and password before the @: messages are signed instead.");
        }
        if (uri.getRawFragment() != null) {
            throw Problem.field("url", "Leave out what stands behind the #: it is never sent.");
        }
        try {
            numbers.of(uri.getHost());
        } catch (HostTrouble e) {
            throw Problem.field(
                    "url",
                    uri.getHost()
                            + " has no number that may be reached from here. Names on the internet can be; those of"
                            + " private networks only where whoever runs this harbor allows it.");
        }
    }

    private static String joined(Set<MessageKind> kinds) {
        return kinds.stream().map(MessageKind::name).collect(Collectors.joining(","));
    }
}
