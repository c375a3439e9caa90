package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** An editor asks, a publisher looks at exactly that state, and it goes out: or it does not. */
class ReviewTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();
    private final String site = owner.site("Reviewed");
    private final String name = "reviewed" + site.substring(0, 6);
    private ApiClient editor;
    private ApiClient publisher;

    @BeforeEach
    void people() {
        owner.claim(site, name).is(201);
        editor = harbor.memberOf(owner, site, "EDITOR");
        publisher = harbor.memberOf(owner, site, "PUBLISHER");
        editor.putText(site, "index.html", "<p>first").is(200);
    }

    private String at(String part) {
        return "/api/sites/" + site + part;
    }

    private JsonNode ask(ApiClient person, String words) {
        return person.post(at("/reviews"), Map.of("words", words, "draftRevision", person.draftRevision(site)))
                .is(201)
                .json();
    }

    private ApiClient.Answer decide(ApiClient person, String id, boolean agreed, String answer) {
        return person.put(at("/reviews/" + id + "/decision"), Map.of("agreed", agreed, "answer", answer));
    }

    private ApiClient.Answer putLive(ApiClient person, int version) {
        return person.put(at("/live/version"), Map.of("version", version, "redirects", true, "rightsConfirmed", true));
    }

    @Test
    void whatIsAgreedToIsWhatGoesOutThoughTheDraftHasMovedOn() {
        JsonNode review = ask(editor, "Is the first page right?");
        String id = review.get("id").asString();
        int version = review.get("version").asInt();
        Mailbox.of(publisher.email()).mail("Is the first page right?");
        assertThat(Mailbox.of(publisher.email()).link("/what/reviews/")).contains(id);
        editor.putText(site, "index.html", "<p>second, that nobody saw").is(200);
        assertThat(editor.get(at("/reviews/" + id)).json().get("sameAsDraft").asBoolean())
                .isFalse();
        publisher
                .post(at("/reviews/" + id + "/comments"), Map.of("page", "/", "words", "Good, but a capital F"))
                .is(201);
        Mailbox.of(editor.email()).mail("a capital F");
        editor.put(at("/reviews/" + id + "/decision"), Map.of("agreed", true, "answer", ""))
                .is(403);
        decide(publisher, id, true, "").is(200);
        decide(publisher, id, false, "no").is(409);
        Mailbox.of(editor.email()).mail("agrees to version " + version);
        assertThat(publisher.get(at("")).json().get("review").get("state").asString())
                .isEqualTo("AGREED");
        putLive(publisher, version).is(200);
        Patience.until(
                "visitors get what was agreed to",
                () -> publisher.visit(name + ".harbor.localhost", "/").text().equals("<p>first"));
        assertThat(publisher.get(at("")).json().get("review").isNull()).isTrue();
        assertThat(editor.get(at("/reviews/" + id)).json().get("out").isNull()).isFalse();
    }

    @Test
    void whatIsSentBackSaysWhyAndANewReviewReplacesAnOpenOne() {
        String first = ask(editor, "").get("id").asString();
        decide(publisher, first, false, "").is(409);
        decide(publisher, first, false, "The date is wrong").is(200);
        Mailbox.of(editor.email()).mail("The date is wrong");
        editor.putText(site, "index.html", "<p>with the date").is(200);
        String second = ask(editor, "").get("id").asString();
        String third = ask(publisher, "").get("id").asString();
        assertThat(editor.get(at("/reviews/" + second)).json().get("state").asString())
                .isEqualTo("REPLACED");
        decide(publisher, third, true, "").is(409);
        editor.delete(at("/reviews/" + third)).is(409);
        publisher.delete(at("/reviews/" + third)).is(204);
        publisher.post(at("/reviews"), Map.of("words", "", "draftRevision", 0)).is(412);
    }

    @Test
    void whereAnotherPersonHasToAgreeNothingElseGoesOut() throws Exception {
        publisher.put(at("/review-rule"), Map.of("needed", true)).is(403);
        owner.put(at("/review-rule"), Map.of("needed", true)).is(204);
        JsonNode refused = owner.askPublish(site, Set.of()).is(409).json();
        assertThat(refused.get("detail").asString()).contains("Another person has to agree");
        int saved = owner.post(at("/versions"), Map.of("name", ""))
                .is(201)
                .json()
                .get("number")
                .asInt();
        putLive(owner, saved).is(409);
        String shared = owner.post("/api/hosts", HostApi.host("FOLDER", "Shared web folder", null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
        String destination = HostApi.destination(owner, site, shared, HostApi.at(name, "http://" + name + ".example/"));
        owner.post("/api/destinations/" + destination + "/jobs", HostApi.work("PUBLISH"))
                .is(409);
        String id = ask(owner, "").get("id").asString();
        decide(owner, id, true, "").is(409);
        decide(publisher, id, true, "").is(200);
        owner.publish(site);
        HostApi.done(owner, destination, HostApi.work("PUBLISH"));
        owner.put(at("/live"), Map.of("live", false)).is(200);
        owner.put(at("/live"), Map.of("live", true)).is(200);
        owner.putText(site, "index.html", "<p>changed since").is(200);
        owner.askPublish(site, Set.of()).is(409);
        putLive(owner, saved).is(200);
        owner.put(at("/review-rule"), Map.of("needed", false)).is(204);
        owner.publish(site);
        assertThat(owner.get(at("/activities")).text()).contains("REVIEW_RULE", "REVIEW_ASKED", "REVIEW_AGREED");
    }
}
