package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What is set about pages counts as a change, goes live with a publish, comes back with a version, and follows its page. */
class PageSettingsTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String site = person.site("Foxglove");
    private final String host = "foxglove" + site.substring(0, 6) + ".harbor.localhost";

    private String at(String part) {
        return "/api/sites/" + site + part;
    }

    private ApiClient.Answer set(String path, Map<String, String> values) {
        return person.put(at("/page-settings"), Map.of("pages", List.of(Map.of("path", path, "set", values))));
    }

    /** Sets what is said about the site: what is named here, the rest as it is. */
    private ApiClient.Answer about(Map<String, Map<String, Object>> changes) {
        ObjectNode form = (ObjectNode) person.get(at("/about")).is(200).json();
        form.remove(List.of(
                "revision", "folders", "pictures", "adds", "own", "untranslated", "outdated", "withoutMissingPage"));
        changes.forEach(
                (part, values) -> values.forEach((name, value) -> ((ObjectNode) form.get(part)).putPOJO(name, value)));
        return person.put(at("/about"), form);
    }

    private void pages() {
        person.putText(site, "index.html", "<!doctype html><title>Home</title><body><p>Soup</p></body>")
                .is(200);
        person.putText(site, "notes/frost.html", "<title>Frost</title><p>Cold").is(200);
    }

    @Test
    void whatIsSetGoesLiveWithAPublishAndComesBackWithAVersion() {
        pages();
        person.claim(site, host.replaceFirst("\\..*", "")).is(201);
        person.publish(site);
        set("index.html", Map.of("title", " Soup every Friday ", "description", "Warm, at the gate"))
                .is(200);
        JsonNode review = person.get(at("/changes")).is(200).json();
        assertThat(review.get("changes")).hasSize(1);
        assertThat(review.get("settings")).hasSize(2);
        assertThat(review.at("/settings/0/after").asString()).isEqualTo("Soup every Friday");
        assertThat(person.visit(host, "/").is(200).text()).contains("<title>Home</title>");
        JsonNode draft = person.get(at("/draft")).is(200).json();
        assertThat(draft.get("count").asInt()).isEqualTo(2);

        int second = person.publish(site);
        assertThat(person.visit(host, "/").is(200).text())
                .contains("<title>Soup every Friday</title>")
                .contains("content=\"Warm, at the gate\"")
                .contains("<p>Soup</p>");
        assertThat(person.visit(host, "/.harbor/settings.json").status()).isEqualTo(404);
        JsonNode compared =
                person.get(at("/comparison?from=1&to=" + second)).is(200).json();
        assertThat(compared.get("files")).isEmpty();
        assertThat(compared.at("/settings/0/what").asString()).isEqualTo("index.html: Title");

        person.put(at("/live/version"), Map.of("version", 1, "redirects", false))
                .is(200);
        assertThat(person.visit(host, "/").is(200).text()).contains("<title>Home</title>");
        assertThat(titleSet("index.html")).isEqualTo("Soup every Friday");
        person.post(
                        at("/versions/1/restoration"),
                        Map.of("draftRevision", person.draftRevision(site), "redirects", false))
                .is(200);
        assertThat(titleSet("index.html")).isEmpty();
    }

    @Test
    void itIsKeptWhenAFolderReplacesAllAndFollowsAPageThatIsRenamed() {
        pages();
        set("notes/frost.html", Map.of("title", "Hard frost")).is(200);
        person.ask(
                        "PUT",
                        at("/draft/zip"),
                        Zips.of(Map.of("index.html", "<title>New</title>", "notes/frost.html", "<title>F</title>")),
                        "application/zip")
                .is(200);
        assertThat(titleSet("notes/frost.html")).isEqualTo("Hard frost");
        person.post(at("/draft/moves"), Map.of("from", "notes/", "to", "diary")).is(200);
        assertThat(titleSet("diary/frost.html")).isEqualTo("Hard frost");
        person.post(at("/draft/undo"), Map.of()).is(200);
        assertThat(titleSet("notes/frost.html")).isEqualTo("Hard frost");
        person.delete(at("/draft/files?path=.harbor/")).is(404);
    }

    private String titleSet(String path) {
        for (JsonNode page : person.get(at("/page-settings")).is(200).json().get("pages")) {
            if (page.get("path").asString().equals(path)) {
                return page.at("/set/title").asString();
            }
        }
        return "no such page";
    }

    @Test
    void whatCannotBeSaysWhereAndWhat() {
        pages();
        ApiClient.Answer refused = set("index.html", Map.of("date", "23.2.2027", "picture", "none.png"));
        refused.is(400);
        assertThat(refused.json().get("violations")).hasSize(2);
        assertThat(refused.text()).contains("pages[index.html].date").contains("2027-02-23");
        assertThat(set("gone.html", Map.of("title", "x")).is(400).text()).contains("There is no page");
        assertThat(about(Map.of("made", Map.of("feed", "nowhere/"))).is(400).text())
                .contains("There is no folder");
        assertThat(about(Map.of("languages", Map.of("rest", "english please")))
                        .is(400)
                        .text())
                .contains("en, de, pt-BR");
        person.put(
                        at("/page-settings"),
                        Map.of("pages", List.of(Map.of("path", "index.html", "set", Map.of("title", "x")))),
                        "If-Match",
                        "\"0\"")
                .is(412);
        assertThat(titleSet("index.html")).isEmpty();
    }

    @Test
    void ownCodeRunsForVisitorsNotInPreviewsAndTheReviewNamesWhomItCalls() {
        pages();
        person.claim(site, host.replaceFirst("\\..*", "")).is(201);
        person.publish(site);
        String code = "<script src=\"https://counter.example/c.js\"></script>";
        about(Map.of("every", Map.of("head", code))).is(200);
        JsonNode review = person.get(at("/changes")).is(200).json();
        assertThat(review.at("/settings/0/calls/0").asString()).isEqualTo("counter.example");
        person.publish(site);
        assertThat(person.visit(host, "/").is(200).text()).contains(code);
    }

    @Test
    void theSitemapNamesTheMainAddressAlsoAfterItChanged() {
        pages();
        String name = host.replaceFirst("\\..*", "");
        person.claim(site, name).is(201);
        about(Map.of(
                        "made",
                        Map.of("sitemap", true, "feed", "notes/", "feedTitle", "Notes"),
                        "about",
                        Map.of("name", "Foxglove", "kind", "CAFE", "security", "hello@foxglove.example")))
                .is(200);
        set("notes/frost.html", Map.of("date", "2026-11-02")).is(200);
        person.publish(site);
        assertThat(person.visit(host, "/sitemap.xml").is(200).text())
                .contains("http://" + host)
                .contains("/notes/frost.html</loc>");
        assertThat(person.visit(host, "/robots.txt").is(200).text()).contains("Sitemap: http");
        assertThat(person.visit(host, "/feed.xml").is(200).text()).contains("<title>Frost</title>");
        assertThat(person.visit(host, "/").text()).contains("CafeOrCoffeeShop");
        assertThat(person.visit(host, "/.well-known/security.txt").is(200).text())
                .contains("mailto:hello@foxglove.example");

        String trial = "try" + name;
        person.claim(site, trial, "TRIAL", "").is(201);
        assertThat(person.visit(trial + ".harbor.localhost", "/sitemap.xml").status())
                .isEqualTo(404);
        String other = "new" + name;
        person.claim(site, other, "MAIN", "").is(201);
        assertThat(person.visit(other + ".harbor.localhost", "/sitemap.xml")
                        .is(200)
                        .text())
                .contains("http://" + other + ".harbor.localhost")
                .doesNotContain("//" + host);
    }

    @Test
    void aFolderIsTakenOverFromAnotherSiteAndComesBackOutByUndo() {
        pages();
        set("notes/frost.html", Map.of("title", "Frost, set")).is(200);
        String other = person.site("Other");
        person.putText(other, "index.html", "<title>Other</title>").is(200);
        String copies = "/api/sites/" + other + "/draft/folder-copies";
        assertThat(person.post(copies, Map.of("fromSite", site, "folder", "notes/"))
                        .is(200)
                        .json()
                        .get("what")
                        .asString())
                .isEqualTo("copied notes/ from Foxglove (1 file)");
        assertThat(person.get("/api/sites/" + other + "/draft")
                        .json()
                        .get("count")
                        .asInt())
                .isEqualTo(2);
        assertThat(person.get("/api/sites/" + other + "/page-settings").is(200).text())
                .contains("Frost, set");
        person.post(copies, Map.of("fromSite", site, "folder", "none/")).is(400);
        harbor.person().post(copies, Map.of("fromSite", site, "folder", "")).is(404);
        person.post("/api/sites/" + other + "/draft/undo", Map.of()).is(200);
        assertThat(person.get("/api/sites/" + other + "/draft")
                        .json()
                        .get("count")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void aFeedTellsOfPagesSinceTheyFirstCameOut() {
        pages();
        person.claim(site, host.replaceFirst("\\..*", "")).is(201);
        person.publish(site);
        about(Map.of("made", Map.of("feed", "notes/"))).is(200);
        person.putText(site, "notes/thaw.html", "<title>Thaw</title><p>Mild").is(200);
        person.publish(site);
        // By the harbor's clock, which other tests move.
        String today =
                person.get("/api/practice").is(200).json().get("now").asString().substring(0, 10);
        String feed = person.visit(host, "/feed.xml").is(200).text();
        assertThat(feed).contains("<title>Frost</title><updated>" + today, "<title>Thaw</title><updated>" + today);
        person.putText(site, "notes/thaw.html", "<title>Thaw</title><p>Wet").is(200);
        person.publish(site);
        assertThat(person.visit(host, "/feed.xml").is(200).text()).isEqualTo(feed);
    }

    @Test
    void whatIsOlderThanItsOriginalIsTold() {
        person.putText(site, "tea.html", "<title>Tea</title>").is(200);
        person.putText(site, "de/tea.html", "<title>Tee</title>").is(200);
        about(Map.of("languages", Map.of("rest", "en", "folders", Map.of("de/", "de"))))
                .is(200);
        person.claim(site, host.replaceFirst("\\..*", "")).is(201);
        person.publish(site);
        assertThat(person.get(at("/about")).is(200).json().get("outdated")).isEmpty();
        person.putText(site, "tea.html", "<title>Tea, iced</title>").is(200);
        JsonNode told = person.get(at("/about")).is(200).json();
        assertThat(told.at("/outdated/0/page").asString()).isEqualTo("de/tea.html");
        assertThat(told.at("/withoutMissingPage/0").asString()).isEqualTo("de/");
        person.putText(site, "de/tea.html", "<title>Eistee</title>").is(200);
        person.putText(site, "de/404.html", "<title>Nicht da</title>").is(200);
        told = person.get(at("/about")).is(200).json();
        assertThat(told.get("outdated")).isEmpty();
        assertThat(told.get("withoutMissingPage")).isEmpty();
        person.publish(site);
        assertThat(person.visit(host, "/de/kaffee.html").is(404).text()).contains("Nicht da");

        about(Map.of("languages", Map.of("redirects", true))).is(200);
        person.post(
                        at("/redirects/changes"),
                        Map.of(
                                "put",
                                List.of(RedirectApi.rule("/old-tea", "/tea.html")),
                                "remove",
                                List.of(),
                                "what",
                                "one"))
                .is(200);
        person.publish(site);
        assertThat(person.visit(host, "/old-tea", "Accept-Language", "de").field("Location"))
                .endsWith("/de/tea.html");
        assertThat(person.visit(host, "/old-tea", "Accept-Language", "en").field("Location"))
                .endsWith("/tea.html")
                .doesNotContain("/de/");
    }
}
