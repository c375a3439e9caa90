package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** People who look after sites: asked by mail, in a role, for all sites or for one; removed again. */
class PeopleTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();
    private final String site = owner.site("Shared");

    private static String fresh() {
        return "p" + UUID.randomUUID().toString().substring(0, 8) + "@test.example";
    }

    private static Map<String, Object> asked(String emails, String role) {
        return Map.of("emails", emails, "role", role, "words", "See you at the quay");
    }

    private static String id(ApiClient person) {
        return person.get("/api/session").is(200).json().get("personId").asString();
    }

    @Test
    void aListIsCleanedAndEachIsAskedOnce() {
        String ada = fresh();
        String bob = fresh();
        JsonNode asked = owner.post(
                        "/api/people/invitations",
                        asked("Ada <" + ada.toUpperCase() + ">, " + bob + "; " + bob + "\nnobody", "EDITOR"))
                .is(201)
                .json();
        assertThat(asked.get("invited").valueStream().map(JsonNode::asString)).containsExactly(ada, bob);
        assertThat(asked.get("repeated").asInt()).isEqualTo(1);
        assertThat(asked.get("unread").get(0).asString()).isEqualTo("nobody");
        JsonNode mail = Mailbox.of(ada).mail("look after");
        assertThat(mail.get("text").asString()).contains("See you at the quay", "an editor", owner.email());
        assertThat(mail.get("html").asString()).contains("/join/");
        assertThat(owner.get("/api/people").json().get("invited")).hasSize(2);
        String first = Mailbox.of(bob).link("/join/");
        String id = owner.get("/api/people")
                .json()
                .get("invited")
                .valueStream()
                .filter(each -> each.get("email").asString().equals(bob))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
        owner.post("/api/people/invitations/" + id + "/reminder", Map.of()).is(204);
        String code = first.substring(first.lastIndexOf('/') + 1);
        assertThat(harbor.stranger().get("/api/join/" + code).status())
                .as("the link before the reminder")
                .isEqualTo(404);
    }

    @Test
    void anInvitationWorksOnceAndForTheRightPersonOnly() {
        String email = fresh();
        owner.post("/api/sites/" + site + "/people/invitations", asked(email, "EDITOR"))
                .is(201);
        String link = Mailbox.of(email).link("/join/");
        String join = "/api/join/" + link.substring(link.lastIndexOf('/') + 1);
        ApiClient invited = harbor.stranger();
        JsonNode seen = invited.get(join).is(200).json();
        assertThat(seen.get("role").asString()).isEqualTo("EDITOR");
        assertThat(seen.get("known").asBoolean()).isFalse();
        assertThat(seen.get("may").valueStream().map(JsonNode::asString))
                .contains("change pages")
                .doesNotContain("publish");
        invited.get("/api/session");
        invited.post(join, Map.of("name", "", "password", ApiClient.PASSWORD)).is(400);
        invited.post(join, Map.of("name", "Ned", "password", "short")).is(400);
        invited.join(link, "Ned", email);
        invited.putText(site, "index.html", "<p>by Ned").is(200);
        assertThat(invited.askPublish(site, java.util.Set.of()).status()).isEqualTo(403);
        assertThat(harbor.stranger().get(join).status()).isEqualTo(404);
        assertThat(owner.get("/api/people/" + id(invited) + "/activities")
                        .is(200)
                        .text())
                .contains("DRAFT_CHANGED");
    }

    @Test
    void someoneOfAnotherAccountJoinsAndActsInBoth() {
        ApiClient other = harbor.person();
        String own = other.site("Their own");
        owner.post("/api/sites/" + site + "/people/invitations", asked(other.email(), "PUBLISHER"))
                .is(201);
        String link = Mailbox.of(other.email()).link("/join/");
        String join = "/api/join/" + link.substring(link.lastIndexOf('/') + 1);
        ApiClient thief = harbor.person();
        thief.post(join, Map.of()).is(409);
        other.post(join, Map.of()).is(200);
        JsonNode session = other.get("/api/session").is(200).json();
        assertThat(session.get("accounts")).hasSize(2);
        assertThat(session.get("role").isNull()).as("of a single site").isTrue();
        assertThat(other.get("/api/sites").json()).hasSize(1);
        other.get("/api/domains").is(403);
        other.get("/api/sites/" + own).is(200);
        other.putText(own, "index.html", "<p>still theirs").is(200);
        String home = session.get("accounts")
                .valueStream()
                .filter(each -> !each.get("id").equals(session.get("accountId")))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
        other.put("/api/session/account", Map.of("accountId", home)).is(200);
        other.get("/api/domains").is(200);
        other.get("/api/sites/" + site).is(200);
        other.claim(site, "not-theirs").is(403);
        other.put("/api/session/account", Map.of("accountId", "none")).is(404);
        ApiClient script = harbor.stranger()
                .bearing(other.post("/api/tokens", Map.of("name", "at home"))
                        .is(201)
                        .json()
                        .get("token")
                        .asString());
        script.get("/api/sites/" + own).is(200);
        script.get("/api/sites/" + site).is(404);
    }

    @Test
    void whoIsRemovedIsOutAtOnce() {
        ApiClient helper = harbor.member(owner, "OWNER");
        ApiClient script = harbor.stranger()
                .bearing(helper.post("/api/tokens", Map.of("name", "helper's"))
                        .is(201)
                        .json()
                        .get("token")
                        .asString());
        script.get("/api/sites").is(200);
        String made = helper.site("Helped");
        owner.delete("/api/people/" + id(helper)).is(204);
        helper.get("/api/sites").is(401);
        script.get("/api/sites").is(401);
        assertThat(harbor.stranger().signIn(helper.email(), ApiClient.PASSWORD).status())
                .isEqualTo(401);
        assertThat(owner.get("/api/people").json().get("people")).hasSize(1);
        assertThat(owner.get("/api/sites/" + made + "/activities").is(200).text())
                .as("what they did keeps their name")
                .contains("Member owner");
        owner.delete("/api/people/" + id(owner)).is(409);
        owner.put("/api/people/" + id(owner), Map.of("role", "EDITOR")).is(409);
        assertThat(owner.get("/api/session").json().get("role").asString()).isEqualTo("OWNER");
    }

    @Test
    void whoHasASiteOpenIsSeenByTheOthersThere() {
        ApiClient editor = harbor.memberOf(owner, site, "EDITOR");
        String here = "/api/sites/" + site + "/presence/";
        assertThat(owner.put(here + "a".repeat(32), Map.of("place", "Draft"))
                        .is(200)
                        .json())
                .isEmpty();
        JsonNode others = editor.put(here + "b".repeat(32), Map.of("place", "Draft: index.html"))
                .is(200)
                .json();
        assertThat(others.get(0).get("place").asString()).isEqualTo("Draft");
        assertThat(owner.put(here + "a".repeat(32), Map.of("place", "Where"))
                        .json()
                        .get(0)
                        .get("who")
                        .asString())
                .isEqualTo("Member editor");
        editor.put(here + "a".repeat(32), Map.of("place", "taken over")).is(200);
        assertThat(editor.put(here + "b".repeat(32), Map.of("place", "x"))
                        .json()
                        .toString())
                .doesNotContain("taken over");
        editor.delete(here + "b".repeat(32)).is(204);
        assertThat(owner.put(here + "a".repeat(32), Map.of("place", "Where")).json())
                .isEmpty();
        harbor.person().put(here + "c".repeat(32), Map.of("place", "x")).is(404);
        owner.put(here + "nonsense", Map.of("place", "x")).is(400);
    }

    @Test
    void aRoleChangesAtOnceAndForOneSiteAlone() {
        ApiClient editor = harbor.member(owner, "EDITOR");
        String id = id(editor);
        editor.put("/api/sites/" + site + "/live", Map.of("live", true)).is(403);
        owner.put("/api/sites/" + site + "/people/" + id, Map.of("role", "PUBLISHER"))
                .is(204);
        editor.put("/api/sites/" + site + "/live", Map.of("live", true)).is(409);
        owner.delete("/api/sites/" + site + "/people/" + id).is(204);
        editor.put("/api/sites/" + site + "/live", Map.of("live", true)).is(403);
        owner.delete("/api/sites/" + site + "/people/" + id).is(409);
        Map<String, Object> none = new java.util.HashMap<>();
        none.put("role", null);
        owner.put("/api/people/" + id, none).is(204);
        editor.get("/api/sites/" + site).is(404);
        owner.put("/api/sites/" + site + "/people/" + id, Map.of("role", "REVIEWER"))
                .is(204);
        editor.get("/api/sites/" + site).is(200);
        editor.putText(site, "index.html", "x").is(403);
    }
}
