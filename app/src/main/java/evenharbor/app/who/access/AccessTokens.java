package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Bearer tokens for scripts (RFC 6750). Only their hashes are kept. */
@Component
public class AccessTokens {

    private final JdbcClient db;
    private final People people;
    private final Clock clock;

    AccessTokens(JdbcClient db, People people, Clock clock) {
        this.db = db;
        this.people = people;
        this.clock = clock;
    }

    /** A new token for a person; shown once. */
    public String issue(Person person, String name) {
        String token = "eh-" + Ids.secret();
        db.sql("insert into access_token (hash, person_id, name, created_at) values (?, ?, ?, ?)")
                .params(
                        hash(token),
                        person.id(),
                        name,
                        clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
        return token;
    }

    Optional<Person> personOf(String token) {
        return db.sql("select person_id from access_token where hash = ?")
                .param(hash(token))
                .query(String.class)
                .optional()
                .flatMap(people::find);
    }

    private static String hash(String token) {
        return Hashing.sha256().hashString(token, StandardCharsets.UTF_8).toString();
    }
}
