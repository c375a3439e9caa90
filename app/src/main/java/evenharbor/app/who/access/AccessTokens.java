package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.core.who.access.Right;
import evenharbor.core.who.access.TokenScope;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Bearer tokens for scripts (RFC 6750), each with a name, a scope and an end. Only their hashes are kept. */
@Component
public class AccessTokens {

    /** A use is noted this seldom: it says whether a token is in use, not each time. */
    private static final Duration NOTED_EVERY = Duration.ofMinutes(1);

    private final JdbcClient db;
    private final People people;
    private final CredentialEvents events;
    private final Clock clock;

    AccessTokens(JdbcClient db, People people, CredentialEvents events, Clock clock) {
        this.db = db;
        this.people = people;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A token, without its secret.
     *
     * @param id names it in the list
     * @param personId whose it is
     * @param person what they are called
     * @param name what it is for
     * @param scope what it may do
     * @param createdAt since when it is there
     * @param expiresAt when it ends; empty for no end
     * @param lastUsedAt when it was last used, to the minute; empty for never
     */
    public record Listed(
            String id,
            String personId,
            String person,
            String name,
            TokenScope scope,
            Instant createdAt,
            Optional<Instant> expiresAt,
            Optional<Instant> lastUsedAt) {}

    /** Who a token speaks for, and what it may do. */
    record Bearer(Person person, TokenScope scope) {}

    /** A new token for a person; shown once. */
    @Transactional
    public String issue(Person person, String name, TokenScope scope, Optional<Instant> expiresAt) {
        String token = "eh-" + Ids.secret();
        db.sql(
                        "insert into access_token (hash, id, person_id, name, scope, site_id, expires_at, created_at, account_id)"
                                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        hash(token),
                        Ids.id(),
                        person.id(),
                        name,
                        scope.reach().name(),
                        scope.site().orElse(null),
                        expiresAt.map(DatabaseTime::of).orElse(null),
                        DatabaseTime.of(clock.instant()),
                        person.accountId())
                .update();
        events.note(person, person, CredentialEvents.Kind.TOKEN_ISSUED, name);
        return token;
    }

    /** The tokens that a person may see, the newest first: all of the account for who manages it, else their own. */
    @Transactional(readOnly = true)
    public List<Listed> of(Person person) {
        return ofAccount(person.accountId()).stream()
                .filter(token -> Current.may(Right.MANAGE) || token.personId().equals(person.id()))
                .toList();
    }

    private List<Listed> ofAccount(String accountId) {
        return db.sql("select t.*, p.name as person_name from access_token t join person p on p.id = t.person_id"
                        + " where t.account_id = ? order by t.created_at desc, t.id")
                .param(accountId)
                .query((row, n) -> new Listed(
                        row.getString("id"),
                        row.getString("person_id"),
                        row.getString("person_name"),
                        row.getString("name"),
                        new TokenScope(
                                TokenScope.Reach.valueOf(row.getString("scope")),
                                Optional.ofNullable(row.getString("site_id"))),
                        DatabaseTime.read(row, "created_at"),
                        DatabaseTime.readIfAny(row, "expires_at"),
                        DatabaseTime.readIfAny(row, "last_used_at")))
                .list();
    }

    /** Revokes a token of the person's account: from now on it opens nothing. */
    @Transactional
    public void revoke(Person by, String id) {
        Listed token = of(by).stream()
                .filter(each -> each.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This token"));
        db.sql("delete from access_token where id = ?").param(id).update();
        events.note(by, by, CredentialEvents.Kind.TOKEN_REVOKED, token.name());
    }

    /** Revokes all tokens that someone has in an account they are removed from. */
    void revokeAll(String accountId, String personId) {
        db.sql("delete from access_token where account_id = ? and person_id = ?")
                .params(accountId, personId)
                .update();
    }

    /** Who a token speaks for; empty for one that is not known, or has ended. */
    Optional<Bearer> bearer(String token) {
        Instant now = clock.instant();
        String hash = hash(token);
        record Found(String person, String account, TokenScope scope, Optional<Instant> lastUsed) {}
        Optional<Found> found = db.sql("select person_id, account_id, scope, site_id, last_used_at from access_token"
                        + " where hash = ? and (expires_at is null or expires_at > ?)")
                .params(hash, DatabaseTime.of(now))
                .query((row, n) -> new Found(
                        row.getString("person_id"),
                        row.getString("account_id"),
                        new TokenScope(
                                TokenScope.Reach.valueOf(row.getString("scope")),
                                Optional.ofNullable(row.getString("site_id"))),
                        DatabaseTime.readIfAny(row, "last_used_at")))
                .optional();
        found.filter(each -> each.lastUsed()
                        .filter(last -> !last.plus(NOTED_EVERY).isBefore(now))
                        .isEmpty())
                .ifPresent(each -> db.sql("update access_token set last_used_at = ? where hash = ?")
                        .params(DatabaseTime.of(now), hash)
                        .update());
        return found.flatMap(each ->
                people.find(each.person()).map(person -> new Bearer(person.in(each.account()), each.scope())));
    }

    private static String hash(String token) {
        return Hashing.sha256().hashString(token, StandardCharsets.UTF_8).toString();
    }
}
