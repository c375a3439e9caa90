package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Mails go out at least once, and arrive once, whatever the mail server does. */
class MailTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();
    private final JdbcClient db = harbor.bean(JdbcClient.class);
    private final String email = "m" + UUID.randomUUID().toString().substring(0, 8) + "@test.example";

    private void fault(String fault) {
        owner.put("/api/practice/mail", Map.of("fault", fault)).is(200);
    }

    @AfterEach
    void well() {
        fault("NONE");
    }

    private void invite() {
        owner.post("/api/people/invitations", Map.of("emails", email, "role", "EDITOR", "words", ""))
                .is(201);
    }

    private Map<String, Object> row() {
        return db.sql("select * from mail where recipient = ?")
                .param(email)
                .query()
                .singleRow();
    }

    /** The pause between two tries is by the harbor's clock. */
    private void pauseIsOver() {
        db.sql("update mail set next_at = created_at where recipient = ? and next_at is not null")
                .param(email)
                .update();
    }

    @Test
    void aBusyServerIsTriedAgain() {
        fault("BUSY");
        invite();
        Patience.until(
                "a try is told", () -> String.valueOf(row().get("problem")).contains("Busy"));
        assertThat(Mailbox.of(email).mails()).isEmpty();
        assertThat(row().get("next_at")).isNotNull();
        fault("NONE");
        pauseIsOver();
        Mailbox.of(email).mail("look after");
        Patience.until("it is over", () -> row().get("sent_at") != null);
        assertThat(row().get("letter")).as("what it said is not kept").isNull();
    }

    @Test
    void aServerThatForgetsGetsTheSameMailAgainAndItArrivesOnce() {
        fault("FORGETFUL");
        invite();
        Patience.until("a try is told", () -> ((Number) row().get("tries")).intValue() >= 1);
        assertThat(Mailbox.of(email).mails()).hasSize(1);
        fault("NONE");
        pauseIsOver();
        Patience.until("it is over", () -> row().get("sent_at") != null);
        assertThat(Mailbox.of(email).mails()).hasSize(1);
    }

    @Test
    void aMailThatIsRefusedForGoodIsGivenUpAndTold() {
        fault("REFUSING");
        invite();
        Patience.until("it is given up", () -> row().get("next_at") == null);
        assertThat(String.valueOf(row().get("problem"))).contains("No such mailbox");
        assertThat(row().get("sent_at")).isNull();
    }
}
