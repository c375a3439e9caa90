package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who may open an account, and invitations to do so. */
@Component
class Invitations {

    private static final Duration VALID = Duration.ofDays(7);

    private final AccessProperties properties;
    private final CredentialEvents events;
    private final JdbcClient db;

    Invitations(AccessProperties properties, CredentialEvents events, JdbcClient db) {
        this.properties = properties;
        this.events = events;
        this.db = db;
    }

    AccessProperties.SignUp signUp() {
        return properties.signUp();
    }

    /** A new invitation, used once; shown once. */
    @Transactional
    public String make(Person person) {
        String code = Ids.secret();
        db.sql("insert into invitation (hash, account_id, created_by, expires_at) values (?, ?, ?, ?)")
                .params(
                        hash(code),
                        person.accountId(),
                        person.id(),
                        DatabaseTime.of(Instant.now().plus(VALID)))
                .update();
        events.note(person, person, CredentialEvents.Kind.INVITATION_MADE, "");
        return code;
    }

    /** Uses an invitation up where one is needed; refuses where no account may be opened. */
    void admit(String code) {
        boolean admitted = switch (properties.signUp()) {
            case OPEN -> true;
            case CLOSED -> false;
            case INVITATION ->
                db.sql("delete from invitation where hash = ? and expires_at > ?")
                                .params(hash(code == null ? "" : code.strip()), DatabaseTime.of(Instant.now()))
                                .update()
                        == 1;
        };
        if (!admitted) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    properties.signUp() == AccessProperties.SignUp.CLOSED
                            ? "No new accounts are opened on this harbor. Ask its operator."
                            : "An account is opened here by invitation, and this one is not valid or has been used. Ask for another.");
        }
    }

    private static String hash(String code) {
        return Hashing.sha256().hashString(code, StandardCharsets.UTF_8).toString();
    }
}
