package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Looking back into versions: what got lost is found by its words and brought back; any two are compared. */
class LookBackTest {

    private final ApiClient person = TestHarbor.get().person();
    private String site;

    @BeforeEach
    void aSiteThatLostAPage() {
        site = person.site("Looked back at");
        person.claim(site, "back" + site.substring(0, 6).toLowerCase()).is(201);
        person.putText(site, "index.html", "<title>Front</title><p>The programme of the season")
                .is(200);
        person.putText(site, "walk.css", "body { background: url(img/moon.svg) }")
                .is(200);
        person.putText(site, "img/moon.svg", "<svg xmlns='http://www.w3.org/2000/svg'/>")
                .is(200);
        person.putText(
                        site,
                        "walks.html",
                        "<title>Lantern walk</title><link rel=stylesheet href=walk.css><p>We walk with our lanterns along the quay.")
                .is(200);
        person.publish(site); // 1
        person.putText(
                        site,
                        "walks.html",
                        "<title>Lantern walk</title><link rel=stylesheet href=walk.css><p>We walk with our lanterns along the"
                                + " old quay at dusk.")
                .is(200);
        person.publish(site); // 2
        person.delete(at("/draft/files?path=walks.html")).is(200);
        person.delete(at("/draft/files?path=img/moon.svg")).is(200);
        person.putText(site, "walk.css", "body { background: black }").is(200);
        person.publish(site); // 3
    }

    private String at(String path) {
        return "/api/sites/" + site + path;
    }

    private JsonNode found(String words) {
        return person.get(at("/search?words=" + URLEncoder.encode(words, StandardCharsets.UTF_8)))
                .is(200)
                .json()
                .get("found");
    }

    private static List<String> all(JsonNode list, String field) {
        List<String> values = new ArrayList<>();
        list.forEach(each -> values.add(each.get(field).asString()));
        return values;
    }

    @Test
    void whatGotLostIsFoundByItsWordsInWhicheverVersion() {
        for (String words : List.of("lantern walk", "LANTERNS quay", "\"lantern walk\"", "lant", "Wálk dusk")) {
            JsonNode found = found(words);
            assertThat(all(found, "path")).as(words).containsExactly("walks.html");
            assertThat(found.get(0).get("inDraft").asBoolean()).isFalse();
            assertThat(found.get(0).get("pathInDraft").asBoolean()).isFalse();
            assertThat(found.get(0).get("title").asString()).isEqualTo("Lantern walk");
        }
        assertThat(found("lantern walk").get(0).get("versions")).hasSize(2);
        assertThat(found("dusk").get(0).get("versions")).hasSize(1);
        assertThat(found("dusk").get(0).get("excerpt").asString()).contains("old quay at dusk");
        assertThat(found("\"walk lantern\"")).isEmpty();
        assertThat(found("nowhere to be found")).isEmpty();
        assertThat(found(" ,; ")).isEmpty();
        assertThat(all(found("season"), "path")).containsExactly("index.html");
        // What is in the draft alone is found, too, and another account finds nothing.
        person.putText(site, "new.html", "<p>A lantern of glass").is(200);
        assertThat(all(found("lantern"), "path")).containsExactlyInAnyOrder("walks.html", "new.html");
        ApiClient other = TestHarbor.get().person();
        other.get(at("/search?words=lantern")).is(404);
        String theirs = other.site("Theirs");
        assertThat(other.get("/api/sites/" + theirs + "/search?words=lantern")
                        .json()
                        .get("found"))
                .isEmpty();
    }

    @Test
    void aPagesHistoryHoldsItsDistinctStatesOnly() {
        person.publish(site); // 4: nothing of the page
        JsonNode states = person.get(at("/history?path=walks.html")).is(200).json();
        assertThat(all(states, "first")).containsExactly("1", "2", "3");
        assertThat(states.get(2).get("there").asBoolean()).isFalse();
        assertThat(states.get(2).get("asDraft").asBoolean()).isTrue();
        assertThat(person.get(at("/history?path=never.html")).json()).isEmpty();
    }

    @Test
    void aPageComesBackWithWhatItLoads() {
        JsonNode coming =
                person.get(at("/versions/2/return?path=walks.html")).is(200).json();
        assertThat(coming.get("brought").toString()).isEqualTo("[\"img/moon.svg\",\"walks.html\"]");
        assertThat(coming.get("differing").toString()).isEqualTo("[\"walk.css\"]");
        JsonNode whole =
                person.get(at("/versions/2/return?path=walks.html&all=true")).json();
        assertThat(whole.get("replaced").toString()).isEqualTo("[\"walk.css\"]");
        long revision = person.draftRevision(site);
        person.post(at("/versions/2/return"), Map.of("path", "walks.html", "all", false, "draftRevision", revision - 1))
                .is(412);
        person.post(at("/versions/9/return"), Map.of("path", "walks.html", "all", false, "draftRevision", revision))
                .is(404);
        person.post(at("/versions/2/return"), Map.of("path", "none/", "all", false, "draftRevision", revision))
                .is(404);
        person.post(at("/versions/2/return"), Map.of("path", "walks.html", "all", false, "draftRevision", revision))
                .is(200);
        JsonNode files =
                person.get(at("/comparison?from=2&to=draft")).is(200).json().get("files");
        assertThat(all(files, "path")).containsExactly("walk.css");
        person.post(at("/draft/undo"), Map.of()).is(200);
        assertThat(found("lantern").get(0).get("inDraft").asBoolean()).isFalse();
        person.post(
                        at("/versions/1/return"),
                        Map.of("path", "img/", "all", false, "draftRevision", person.draftRevision(site)))
                .is(200);
        assertThat(all(person.get(at("/comparison?from=3&to=draft")).json().get("files"), "path"))
                .containsExactly("img/moon.svg");
    }

    @Test
    void anyTwoAreComparedByFilesWordsSettingsAndRedirects() {
        RedirectApi.add(person, site, "/old.html", "/index.html");
        JsonNode two = person.get(at("/comparison?from=1&to=2")).is(200).json();
        assertThat(all(two.get("files"), "path")).containsExactly("walks.html");
        JsonNode words = person.get(at("/comparison/words?from=1&to=2&path=walks.html"))
                .is(200)
                .json();
        List<String> runs = new ArrayList<>();
        words.forEach(run -> runs.add(
                run.get("kind").asString() + ":" + run.get("text").asString().strip()));
        assertThat(runs)
                .containsExactly(
                        "SAME:Lantern walk\nWe walk with our lanterns along the",
                        "REMOVED:quay.",
                        "ADDED:old quay at dusk.");
        JsonNode draft = person.get(at("/comparison?from=1&to=draft")).is(200).json();
        assertThat(draft.get("redirects").get(0).get("what").asString()).isEqualTo("/old.html");
        assertThat(draft.get("redirects").get(0).get("before").asString()).isEmpty();
        assertThat(all(draft.get("files"), "kind")).contains("REMOVED", "CHANGED");
        person.get(at("/comparison?from=1&to=77")).is(404);
        person.get(at("/comparison?from=1&to=x")).is(404);
    }
}
