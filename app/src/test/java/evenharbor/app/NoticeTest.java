package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** People hear of what happened: once, in the way they chose, with a link that works. */
class NoticeTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();
    private final String site = owner.site("Noticed");

    private void happened(ActivityKind kind, String detail) {
        Person person = harbor.bean(People.class).findByEmail(owner.email()).orElseThrow();
        harbor.bean(TransactionTemplate.class)
                .executeWithoutResult(status -> Current.as(
                        person,
                        () -> harbor.bean(Activities.class)
                                .note(kind, site, Activities.harbor(person.accountId()), detail)));
    }

    private List<String> titles(ApiClient person) {
        return person.get("/api/notices").is(200).json().get("notices").findValuesAsString("title");
    }

    private void choose(ApiClient person, String kind, String way) {
        Map<String, Object> form = new HashMap<>(Map.of("ways", Map.of(kind, way)));
        form.put("quietFrom", null);
        form.put("quietUntil", null);
        person.put("/api/notice-choices", form).is(200);
    }

    @Test
    void whoseRightItIsHearsOfItOnceAndInTheApplicationToo() {
        ApiClient publisher = harbor.memberOf(owner, site, "PUBLISHER");
        ApiClient editor = harbor.memberOf(owner, site, "EDITOR");
        happened(ActivityKind.ADDRESS_DRIFTED, "papermoon.example no longer works. No record leads here.");
        Mailbox.of(publisher.email()).mail("papermoon.example no longer works");
        JsonNode mail = Mailbox.of(owner.email()).mail("an address stopped working");
        assertThat(mail.get("text").asString())
                .contains("No record leads here", "the other addresses are as before", "/sites/" + site + "/where?in=");
        assertThat(titles(owner)).contains("Noticed: an address stopped working");
        assertThat(titles(editor)).isEmpty();
        happened(ActivityKind.ADDRESS_DRIFTED, "papermoon.example no longer works. No record leads here.");
        happened(ActivityKind.PUBLISH_FAILED, "a file is damaged");
        Mailbox.of(owner.email()).mail("a file is damaged");
        assertThat(titles(owner).stream().filter(title -> title.contains("an address")))
                .as("never twice for the same")
                .hasSize(1);
        JsonNode all = owner.get("/api/notices").json();
        assertThat(all.get("unread").asInt()).isEqualTo(2);
        long latest = all.get("notices").get(0).get("id").asLong();
        owner.put("/api/notices/read", Map.of("id", latest)).is(204);
        assertThat(owner.get("/api/notices").json().get("unread").asInt()).isZero();
        assertThat(publisher.get("/api/notices").json().get("unread").asInt()).isPositive();
    }

    @Test
    void oneClickInAMailEndsMailsOfItsKind() {
        happened(ActivityKind.PUBLISH_FAILED, "the first failure");
        JsonNode mail = Mailbox.of(owner.email()).mail("the first failure");
        String oneClick = mail.get("unsubscribe").asString().replaceAll("[<>]", "");
        assertThat(mail.get("text").asString()).contains("/unsubscribe/");
        String path = oneClick.substring(oneClick.indexOf("/api/"));
        ApiClient program = harbor.stranger();
        assertThat(program.get(path).is(200).json().get("words").asString())
                .isEqualTo("a publish, or an upload by a program, failed");
        // A mail program sends no cookie and no token of ours (RFC 8058, section 3.2).
        program.ask(
                        "POST",
                        path,
                        "List-Unsubscribe=One-Click".getBytes(StandardCharsets.UTF_8),
                        "application/x-www-form-urlencoded")
                .is(200);
        happened(ActivityKind.PUBLISH_FAILED, "the second failure");
        Patience.until("it is told in the application", () -> titles(owner).size() == 2);
        happened(ActivityKind.ADDRESS_DRIFTED, "still.example no longer works.");
        Mailbox.of(owner.email()).mail("still.example");
        assertThat(Mailbox.of(owner.email()).mails().toString()).doesNotContain("the second failure");
        program.get("/api/unsubscribe/none").is(404);
    }

    @Test
    void whatIsNotWantedIsNotToldAndWhatIsWantedWeeklyWaits() {
        choose(owner, "PUBLISH", "NOT");
        choose(owner, "NAME", "WEEKLY");
        happened(ActivityKind.PUBLISH_FAILED, "nobody wants to know");
        happened(ActivityKind.ADDRESS_DRIFTED, "weekly.example no longer works.");
        happened(ActivityKind.PLAN_LEFT_OUT, "the draft is empty");
        Mailbox.of(owner.email()).mail("the draft is empty");
        assertThat(titles(owner)).hasSize(2);
        assertThat(Mailbox.of(owner.email()).mails().toString()).doesNotContain("weekly.example", "nobody wants");
        Map<String, Object> odd = new HashMap<>(Map.of("ways", Map.of(), "quietFrom", 22));
        odd.put("quietUntil", null);
        owner.put("/api/notice-choices", odd).is(400);
        odd.put("quietUntil", 7);
        assertThat(owner.put("/api/notice-choices", odd)
                        .is(200)
                        .json()
                        .get("quietUntil")
                        .asInt())
                .isEqualTo(7);
    }

    @Test
    void aSignInFromANewBrowserIsTold() {
        ApiClient again = harbor.stranger();
        again.signIn(owner.email(), ApiClient.PASSWORD).is(200);
        Mailbox.of(owner.email()).mail("signed in as you from a new browser");
    }
}
