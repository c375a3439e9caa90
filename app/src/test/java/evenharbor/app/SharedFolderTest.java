package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import evenharbor.app.what.site.SiteEnds;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** A folder is changed in one site, and the drafts of the others follow what is live there. */
class SharedFolderTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String theatre = person.site("Theatre");
    private final String shop = person.site("Shop");

    @BeforeEach
    void theTheatreIsLive() {
        person.putText(theatre, "index.html", "<title>Theatre</title>").is(200);
        person.putText(theatre, "brand/house.css", "p { color: red }").is(200);
        person.claim(theatre, "theatre" + theatre.substring(0, 6)).is(201);
        person.publish(theatre);
        person.putText(shop, "index.html", "<title>Shop</title>").is(200);
    }

    private static String at(String site) {
        return "/api/sites/" + site + "/shared-folders";
    }

    private ApiClient.Answer share(String site, String folder, String from) {
        return person.post(at(site), Map.of("folder", folder, "fromSite", from));
    }

    private String text(String site, String path) {
        ApiClient.Answer answer = person.get("/api/sites/" + site + "/draft/text?path=" + path);
        return answer.status() == 200 ? answer.json().get("text").asString() : "";
    }

    private void follows(String path, String text) {
        until(path + " to be " + text, () -> text(shop, path).equals(text));
    }

    @Test
    void whatIsChangedInOneIsInTheOthersOnceItIsLive() {
        JsonNode told = share(shop, "brand", theatre).is(201).json();
        assertThat(told.at("/from/0/title").asString()).isEqualTo("Theatre");
        assertThat(person.get(at(theatre)).is(200).json().at("/to/0/title").asString())
                .isEqualTo("Shop");
        assertThat(text(shop, "brand/house.css")).isEqualTo("p { color: red }");

        person.putText(shop, "index.html", "<title>Shop, new</title>").is(200);
        person.putText(theatre, "brand/house.css", "p { color: blue }").is(200);
        person.putText(theatre, "brand/more.css", "b { color: blue }").is(200);
        assertThat(text(shop, "brand/house.css")).isEqualTo("p { color: red }");
        person.publish(theatre);
        follows("brand/more.css", "b { color: blue }");
        assertThat(text(shop, "brand/house.css")).isEqualTo("p { color: blue }");

        // The last change of people is undone as before, and the folder stays as it is.
        person.post("/api/sites/" + shop + "/draft/undo", Map.of()).is(200);
        assertThat(text(shop, "index.html")).isEqualTo("<title>Shop</title>");
        assertThat(text(shop, "brand/house.css")).isEqualTo("p { color: blue }");
    }

    @Test
    void whatUndoTakesBackIsSaidRightAfterAFolderFollowed() {
        share(shop, "brand", theatre).is(201);
        person.putText(shop, "index.html", "<title>Shop, new</title>").is(200);
        person.putText(theatre, "brand/house.css", "p { color: blue }").is(200);
        person.publish(theatre);
        follows("brand/house.css", "p { color: blue }");
        assertThat(what(shop)).isEqualTo("brand/ follows Theatre");
        person.post("/api/sites/" + shop + "/draft/undo", Map.of()).is(200);
        assertThat(what(shop)).isEqualTo("undid: edited index.html");
    }

    private String what(String site) {
        return person.get("/api/sites/" + site + "/draft")
                .is(200)
                .json()
                .get("what")
                .asString();
    }

    @Test
    void aSiteThatOthersFollowGoesForGoodAndLeavesThemTheirFiles() {
        share(shop, "brand", theatre).is(201);
        person.delete("/api/sites/" + theatre).is(200);
        JdbcTemplate db = harbor.bean(JdbcTemplate.class);
        db.update("update site set deleted_at = '2020-01-01' where id = ?", theatre);
        harbor.bean(SiteEnds.class).endDue();
        assertThat(db.queryForObject("select count(*) from site where id = ?", Integer.class, theatre))
                .isZero();
        person.putText(shop, "brand/house.css", "p { color: green }").is(200);
    }

    @Test
    void whatHasNotBeenLiveIsNotShared() {
        person.putText(shop, "own/a.css", "p {}").is(200);
        assertThat(share(theatre, "own/", shop).is(400).text()).contains("no folder “own/” that is live");
    }

    @Test
    void whatLayThereBeforeIsKeptAsAVersion() {
        person.putText(shop, "brand/own.css", "p { color: own }").is(200);
        share(shop, "brand/", theatre).is(201);
        assertThat(text(shop, "brand/own.css")).isEmpty();
        JsonNode versions =
                person.get("/api/sites/" + shop + "/versions").is(200).json();
        assertThat(versions.at("/0/name").asString()).isEqualTo("Draft before sharing brand/");
        assertThat(versions.at("/0/files").asInt()).isEqualTo(2);
    }

    @Test
    void theFolderIsNotChangedWhereItFollowsAndStaysWhenAllElseIsReplaced() {
        share(shop, "brand/", theatre).is(201);
        assertThat(person.putText(shop, "brand/house.css", "p { color: green }")
                        .is(409)
                        .text())
                .contains("shared from Theatre. Nothing was changed. Change it there");
        person.delete("/api/sites/" + shop + "/draft/files?path=brand/").is(409);
        person.post("/api/sites/" + shop + "/draft/moves", Map.of("from", "brand/", "to", "look"))
                .is(409);
        person.putText(shop, "brandy.css", "").is(200);

        person.ask(
                        "PUT",
                        "/api/sites/" + shop + "/draft/zip",
                        Zips.of(Map.of("index.html", "<title>All new</title>", "brand/house.css", "p { color: old }")),
                        "application/zip")
                .is(200);
        assertThat(text(shop, "index.html")).isEqualTo("<title>All new</title>");
        assertThat(text(shop, "brandy.css")).isEmpty();
        assertThat(text(shop, "brand/house.css")).isEqualTo("p { color: red }");

        // A folder that is gone in the other site stays as it was; once the sharing has ended it is the site's own.
        person.delete("/api/sites/" + theatre + "/draft/files?path=brand/").is(200);
        person.publish(theatre);
        assertThat(text(shop, "brand/house.css")).isEqualTo("p { color: red }");
        person.delete(at(shop) + "?folder=brand/").is(200);
        person.putText(shop, "brand/house.css", "p { color: green }").is(200);
        person.delete(at(shop) + "?folder=brand/").is(404);
    }

    @Test
    void whatCannotBeSharedIsRefusedAtItsField() {
        assertThat(share(shop, "nothing/", theatre).is(400).text()).contains("Theatre has no folder");
        assertThat(share(shop, "..", theatre).is(400).text()).contains("Choose a folder");
        assertThat(share(theatre, "brand/", theatre).is(400).text()).contains("another site");
        share(shop, "brand/", harbor.person().site("Not mine")).is(404);
        share(shop, "brand/", theatre).is(201);
        assertThat(share(shop, "brand/", theatre).is(400).text()).contains("shared from Theatre already");
        assertThat(share(theatre, "brand/", shop).is(400).text()).contains("Share it from there");
    }
}
