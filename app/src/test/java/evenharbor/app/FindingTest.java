package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is not right with a draft: found as it changes, told apart from what was there, fixed, ignored. */
class FindingTest {

    private static final String HEAD = "<!doctype html><html lang=en><head><meta charset=utf-8>"
            + "<meta name=viewport content=\"width=device-width\"><meta name=description content=\"%s in words\">"
            + "<title>%s</title></head><body><h1>%s</h1>";

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private String site;

    @BeforeEach
    void aSiteWithoutFaults() {
        site = person.site("Tidy");
        put("index.html", page("Front") + "<a href=walks.html>Walks</a>");
        put("walks.html", page("Lantern walks") + "<a href=/>Front</a>");
        put("404.html", page("Not here"));
    }

    private static String page(String title) {
        return String.format(HEAD, title, title, title);
    }

    private void put(String path, String text) {
        person.putText(site, path, text).is(200);
    }

    private String at(String path) {
        return "/api/sites/" + site + "/findings" + path;
    }

    private JsonNode findings() {
        JsonNode view = person.get(at("")).is(200).json();
        assertThat(view.get("ready").asBoolean()).isTrue();
        return view;
    }

    private static Map<String, JsonNode> byKind(JsonNode view) {
        Map<String, JsonNode> all = new TreeMap<>();
        view.get("findings").forEach(each -> all.put(each.get("kind").asString(), each));
        return all;
    }

    private String text(String path) {
        return person.get("/api/sites/" + site + "/draft/text?path=" + path)
                .is(200)
                .json()
                .get("text")
                .asString();
    }

    @Test
    void whatIsNotRightIsFoundAndFixedByOneChangeThatCanBeUndone() {
        assertThat(findings().get("findings")).isEmpty();
        put(
                "index.html",
                "<html><h1>Front</h1><a href=Walks.html>Walks</a> <a href=/lantern-walks.html>Walks</a>"
                        + "<img src=none.png alt=x><a href=/old>Old</a>");
        person.post(
                        "/api/sites/" + site + "/redirects/changes",
                        Map.of(
                                "put",
                                List.of(RedirectApi.rule("/old", "/walks.html")),
                                "remove",
                                List.of(),
                                "what",
                                "one"))
                .is(200);
        JsonNode view = findings();
        Map<String, JsonNode> found = byKind(view);
        assertThat(found.keySet())
                .containsExactlyInAnyOrder(
                        "LETTER_CASE",
                        "LINK_BROKEN",
                        "FILE_MISSING",
                        "THROUGH_REDIRECT",
                        "TITLE_MISSING",
                        "DESCRIPTION_MISSING",
                        "LANGUAGE_MISSING",
                        "VIEWPORT_MISSING",
                        "DOCTYPE_MISSING");
        assertThat(found.get("LINK_BROKEN").get("fix").asString()).isEqualTo("Link to /walks.html");
        assertThat(found.get("FILE_MISSING").get("fix").isNull()).isTrue();
        List<String> ids = new ArrayList<>();
        view.get("findings").forEach(each -> {
            if (!each.get("fix").isNull()) {
                ids.add(each.get("id").asString());
            }
        });
        String before = text("index.html");
        person.post(at("/fixes"), Map.of("ids", ids), "If-Match", "\"1\"").is(412);
        assertThat(person.post(at("/fixes"), Map.of("ids", ids))
                        .is(200)
                        .json()
                        .get("what")
                        .asString())
                .isEqualTo("fixed 7 findings");
        assertThat(byKind(findings()).keySet()).containsExactlyInAnyOrder("FILE_MISSING", "DESCRIPTION_MISSING");
        assertThat(text("index.html"))
                .startsWith("<!doctype html>\n<html lang=\"en\">")
                .contains("<title>Front</title>", "<a href=walks.html>Walks</a> <a href=/walks.html>Walks</a>");
        person.post(at("/fixes"), Map.of("ids", ids)).is(409);
        person.post("/api/sites/" + site + "/draft/undo", Map.of()).is(200);
        assertThat(text("index.html")).isEqualTo(before);
    }

    @Test
    void aPageTooLargeToReadIsSaidToBeUnknown() {
        byte[] large = ("<title>All</title><a href=/gone>x</a>" + "words ".repeat(1_500_000))
                .getBytes(StandardCharsets.US_ASCII);
        person.ask("PUT", "/api/sites/" + site + "/draft/files?path=all.html", large, "application/octet-stream")
                .is(200);
        JsonNode view = findings();
        assertThat(view.get("unread").toString()).isEqualTo("[\"all.html\"]");
        assertThat(view.get("findings")).isEmpty();
    }

    @Test
    void whatCameSinceTheLastPublishStandsFirstAndOldOnesCanBeIgnored() {
        put("walks.html", page("Lantern walks") + "<a href=/gone>Gone</a>");
        person.claim(site, "tidy" + site.substring(0, 6)).is(201);
        person.publish(site);
        put("index.html", page("Front") + "<a href=walks.html>W</a><img src=/walks.html><a href=/new-gone>N</a>");
        JsonNode view = findings();
        assertThat(view.get("published").asBoolean()).isTrue();
        List<String> order = new ArrayList<>();
        view.get("findings")
                .forEach(each -> order.add(each.get("path").asString() + " "
                        + each.get("kind").asString() + " " + each.get("fresh").asBoolean()));
        assertThat(order)
                .containsExactly(
                        "index.html LINK_BROKEN true",
                        "index.html PICTURE_WORDLESS true",
                        "walks.html LINK_BROKEN false");
        JsonNode broken = view.get("kinds").get(0);
        assertThat(broken.get("count").asInt()).isEqualTo(2);
        assertThat(broken.get("fresh").asInt()).isEqualTo(1);
        String old = view.get("findings").get(2).get("id").asString();

        JsonNode quieter = person.put(at("/ignored"), ignoring(old, null, true, "the page comes in May"))
                .is(200)
                .json();
        assertThat(quieter.get("findings")).hasSize(2);
        assertThat(quieter.get("ignored").get(0).get("reason").asString()).isEqualTo("the page comes in May");
        put("walks.html", page("Lantern walks") + "<p>Moved about</p>\n<a href=/gone>Gone</a>");
        assertThat(findings().get("findings")).hasSize(2);
        person.put(at("/ignored"), ignoring(null, "PICTURE_WORDLESS", true, "")).is(200);
        assertThat(findings().get("findings")).hasSize(1);
        person.put(at("/ignored"), ignoring(old, null, false, "")).is(200);
        person.put(at("/ignored"), ignoring(old, null, false, "")).is(404);
        person.put(at("/ignored"), ignoring("nothing", null, true, "")).is(404);
        assertThat(findings().get("findings")).hasSize(2);
        assertThat(person.get(at("/weights"))
                        .is(200)
                        .json()
                        .get(0)
                        .get("requests")
                        .asInt())
                .isEqualTo(1);
    }

    private static Map<String, Object> ignoring(String id, String kind, boolean ignored, String reason) {
        Map<String, Object> form = new HashMap<>();
        form.put("id", id);
        form.put("kind", kind);
        form.put("ignored", ignored);
        form.put("reason", reason);
        return form;
    }

    @Test
    void aTitleThatIsSetIsNotFixedInTheFile() {
        put("tea.html", page("Tea") + "<a href=/>Front</a>");
        put("index.html", page("Front") + "<a href=walks.html>Walks</a> <a href=tea.html>Tea</a>");
        Map<String, String> set = Map.of("title", "All the same");
        person.put(
                        "/api/sites/" + site + "/page-settings",
                        Map.of(
                                "pages",
                                List.of(
                                        Map.of("path", "tea.html", "set", set),
                                        Map.of("path", "walks.html", "set", set))))
                .is(200);
        JsonNode alike = byKind(findings()).get("TITLE_ALIKE");
        assertThat(alike.get("line").asInt()).isZero();
        assertThat(alike.get("fix").isNull()).isTrue();
    }

    @Test
    void aPageInAnotherEncodingIsReadAndLeftToAPerson() {
        String text = (page("Köln – 5 €") + "<img src=/none.png><a href=/>Front</a>")
                .replace("charset=utf-8", "charset=windows-1252");
        person.ask(
                        "PUT",
                        "/api/sites/" + site + "/draft/files?path=old.html",
                        text.getBytes(Charset.forName("windows-1252")),
                        "text/html")
                .is(200);
        Map<String, JsonNode> found = byKind(findings());
        assertThat(found).containsKeys("FILE_MISSING", "PICTURE_WORDLESS", "PAGE_UNLINKED");
        found.values().stream()
                .filter(each -> each.get("path").asString().equals("old.html"))
                .forEach(each ->
                        assertThat(each.get("fix").isNull()).as("%s", each).isTrue());
    }
}
