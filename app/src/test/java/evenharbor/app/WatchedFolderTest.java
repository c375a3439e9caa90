package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A folder of this machine is the source of a site: what it rests in becomes the draft. */
class WatchedFolderTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String site = person.site("Studio");
    private Path folder;

    @BeforeEach
    void aFolder() throws IOException {
        folder = Files.createDirectories(harbor.home().resolve("studio").resolve(site));
    }

    private void watch() {
        person.put("/api/sites/" + site + "/watched-folder", Map.of("opened", "Studio", "folder", "/" + site + "/"))
                .is(200);
    }

    private JsonNode watched() {
        return person.get("/api/sites/" + site + "/watched-folder")
                .is(200)
                .json()
                .get("watched");
    }

    private String draft() {
        return person.get("/api/sites/" + site + "/draft").is(200).text();
    }

    private String text(String path) {
        return person.get("/api/sites/" + site + "/draft/text?path=" + path).text();
    }

    @Test
    void whatItRestsInIsTheDraftAndGoesLiveWhereThatIsChosen() throws IOException {
        String name = "studio" + site.substring(0, 6);
        person.claim(site, name).is(201);
        person.putText(site, "old.html", "<title>Before</title>").is(200);
        person.publish(site);
        person.put("/api/sites/" + site + "/arrivals", Map.of("publishes", true, "stoppedBy", "BROKEN"))
                .is(200);
        Files.createDirectories(folder.resolve("img"));
        Files.createDirectories(folder.resolve(".git"));
        Files.writeString(folder.resolve(".git/config"), "never taken");
        Files.writeString(folder.resolve("index.html"), "<!doctype html><title>From the studio</title>");
        Files.writeString(folder.resolve("img/a.svg"), "<svg xmlns='http://www.w3.org/2000/svg'/>");
        Files.createSymbolicLink(folder.resolve("out.html"), Path.of("/etc/hostname"));
        watch();
        until(
                "the folder to be live",
                () -> person.visit(name + ".harbor.localhost", "/").text().contains("From the studio"));
        assertThat(draft()).contains("img/a.svg").doesNotContain("old.html", ".git", "out.html");
        assertThat(watched().get("problem").asString()).isEmpty();

        Files.writeString(folder.resolve("index.html"), "<!doctype html><title>Again from the studio</title>");
        Files.delete(folder.resolve("img/a.svg"));
        until(
                "the change to be live",
                () -> person.visit(name + ".harbor.localhost", "/").text().contains("Again"));
        assertThat(draft()).doesNotContain("a.svg");

        person.delete("/api/sites/" + site + "/watched-folder").is(204);
        assertThat(watched().isNull()).isTrue();
    }

    @Test
    void whatCannotBeTakenIsToldAndTheDraftIsAsItWas() throws IOException {
        person.putText(site, "index.html", "<title>Before</title>").is(200);
        watch();
        until(
                "that it is empty is told",
                () -> watched().get("problem").asString().contains("is empty"));
        Files.writeString(folder.resolve("a\u0001b.html"), "x");
        until(
                "the name is told",
                () -> !watched().get("problem").asString().contains("is empty")
                        && !watched().get("problem").asString().isEmpty());
        assertThat(text("index.html")).contains("Before");
        Files.delete(folder.resolve("a\u0001b.html"));
        Files.writeString(folder.resolve("index.html"), "<title>After</title>");
        until("it is taken", () -> text("index.html").contains("After"));
        assertThat(watched().get("problem").asString()).isEmpty();
        assertThat(watched().get("takenAt").isNull()).isFalse();
    }

    @Test
    void onlyWhatTheOperatorOpensCanBeWatched() {
        for (Map<String, String> wrong :
                List.of(Map.of("opened", "Other", "folder", ""), Map.of("opened", "Studio", "folder", "../.."))) {
            person.put("/api/sites/" + site + "/watched-folder", wrong).is(400);
        }
        TestHarbor.get()
                .person()
                .put("/api/sites/" + site + "/watched-folder", Map.of("opened", "Studio", "folder", ""))
                .is(404);
    }
}
