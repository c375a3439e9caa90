package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Words are replaced in all pages by one change of the draft, but where someone leaves them. */
class ReplacementTest {

    private final ApiClient person = TestHarbor.get().person();
    private final String site = person.site("Soup");

    private String at(String part) {
        return "/api/sites/" + site + part;
    }

    private static Map<String, Object> query(String find, boolean everywhere) {
        return Map.of("find", find, "matchCase", false, "wholeWords", false, "everywhere", everywhere);
    }

    private String text(String path) {
        return person.get(at("/draft/text?path=" + path))
                .is(200)
                .json()
                .get("text")
                .asString();
    }

    @BeforeEach
    void pages() {
        person.putText(site, "index.html", "<p>Caf&eacute; Foxglove</p>\n<p>caf\u00e9</p>")
                .is(200);
        person.putText(site, "about.html", "<p>The caf\u00e9</p>").is(200);
        person.putText(site, "style.css", "/* caf\u00e9 */").is(200);
    }

    @Test
    void allPlacesButTheOnesLeftOutAreReplacedAndComeBackByUndo() {
        JsonNode found = person.post(at("/word-searches"), query("caf\u00e9", false))
                .is(200)
                .json();
        assertThat(found.get("all").asInt()).isEqualTo(3);
        assertThat(found.get("files").asInt()).isEqualTo(2);
        String left = found.at("/hits/1/id").asString();
        JsonNode done = person.post(
                        at("/word-replacements"),
                        Map.of("query", query("caf\u00e9", false), "with", "R&B", "leaveOut", List.of(left)),
                        "If-Match",
                        "\"" + found.get("revision").asLong() + "\"")
                .is(200)
                .json();
        assertThat(done.get("what").asString())
                .isEqualTo("replaced \u201ccaf\u00e9\u201d by \u201cR&B\u201d in 2 places");
        // In the order of the paths: about.html, then both of index.html, the first of which stays.
        assertThat(text("about.html")).isEqualTo("<p>The R&amp;B</p>");
        assertThat(text("index.html")).isEqualTo("<p>Caf&eacute; Foxglove</p>\n<p>R&amp;B</p>");
        assertThat(text("style.css")).contains("caf\u00e9");
        person.post(at("/draft/undo"), Map.of()).is(200);
        assertThat(text("about.html")).isEqualTo("<p>The caf\u00e9</p>");
    }

    @Test
    void aDraftThatWasChangedMeanwhileIsLeft() {
        person.post(
                        at("/word-replacements"),
                        Map.of("query", query("caf\u00e9", true), "with", "x", "leaveOut", List.of()),
                        "If-Match",
                        "\"1\"")
                .is(412);
        person.post(
                        at("/word-replacements"),
                        Map.of("query", query("nowhere", true), "with", "x", "leaveOut", List.of()))
                .is(409);
        assertThat(person.post(at("/word-searches"), query("  ", false)).is(400).text())
                .contains("Type what to find");
        assertThat(text("style.css")).contains("caf\u00e9");
    }
}
