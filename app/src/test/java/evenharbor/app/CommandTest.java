package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.hash.Hashing;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The command that the harbor hands out publishes a folder, as its documentation says and with the codes it says. */
class CommandTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String site = person.site("Tide tables");
    private String token;

    @TempDir
    private Path folder;

    private record Ended(int code, String said) {}

    @BeforeEach
    void aFolderAndAToken() throws IOException {
        token = person.post("/api/tokens", Map.of("name", "Build", "reach", "PUBLISH", "siteId", site))
                .is(201)
                .json()
                .get("token")
                .asString();
        Files.createDirectories(folder.resolve("public/img"));
        Files.writeString(folder.resolve("public/index.html"), "<!doctype html><title>Tides</title>");
        Files.writeString(folder.resolve("public/img/a.svg"), "<svg/>");
        Files.writeString(folder.resolve("public/.secret"), "never sent");
    }

    private Ended run(String script) throws Exception {
        ProcessBuilder shell = new ProcessBuilder("sh", "-c", script)
                .directory(folder.toFile())
                .redirectErrorStream(true);
        tell(shell);
        Process process = shell.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Ended(process.waitFor(), said);
    }

    /** The command is told where and who, and keeps what it remembers with this test. */
    private void tell(ProcessBuilder command) {
        command.environment().put("HARBOR_URL", harbor.origin());
        command.environment().put("HARBOR_TOKEN", token);
        command.environment().put("XDG_CACHE_HOME", folder.resolve("caches").toString());
    }

    /** The scripts of the documentation, in their order. */
    private static String documented() throws IOException {
        Matcher blocks = Pattern.compile("```sh\n(.*?)```", Pattern.DOTALL)
                .matcher(Files.readString(Path.of("..", "docs", "command.md")));
        StringBuilder all = new StringBuilder();
        while (blocks.find()) {
            all.append(blocks.group(1));
        }
        return all.toString();
    }

    @Test
    void theScriptsOfTheDocumentationDoWhatTheySay() throws Exception {
        String name = "tides" + site.substring(0, 6);
        person.claim(site, name).is(201);
        Ended ended = run(documented());
        assertThat(ended.code()).as(ended.said()).isZero();
        assertThat(ended.said()).contains("Version 1 is live: http://" + name).contains("Tide tables: live, version 1");
        assertThat(person.visit(name + ".harbor.localhost", "/").is(200).text()).contains("Tides");
        assertThat(person.get("/api/sites/" + site + "/draft").is(200).text()).doesNotContain(".secret");

        Files.writeString(folder.resolve("public/index.html"), "<!doctype html><title>Tides, new</title>");
        JsonNode json = JsonMapper.shared()
                .readTree(run("./even-harbor publish public --json").said());
        assertThat(json.get("version").asInt()).isEqualTo(2);
        assertThat(run("./even-harbor publish public").said()).contains("Nothing to publish");
        assertThat(run("./even-harbor restore 1").said()).contains("Version 1 is live");
        assertThat(person.visit(name + ".harbor.localhost", "/").is(200).text()).doesNotContain("new");

        assertThat(run("./even-harbor export site.zip && jar tf site.zip").said())
                .contains("Version 1 is in site.zip", "index.html");
        assertThat(run("./even-harbor publish public --at 2031-03-05T18:30").said())
                .contains("Planned: ");
        assertThat(person.get("/api/sites/" + site + "/plans").is(200).text()).contains("PUBLISH_DRAFT");
        assertThat(run("./even-harbor publish public --at soon").said()).contains("no time");
        assertThat(run("./even-harbor publish none").code()).isEqualTo(1);
        assertThat(run("./even-harbor status --site Others").said()).contains("no site “Others”");
        try (Stream<Path> kept = Files.list(folder.resolve("caches/even-harbor"))) {
            assertThat(kept)
                    .as("from the third time on it starts from its classes")
                    .filteredOn(each -> each.toString().endsWith(".jsa"))
                    .singleElement()
                    .satisfies(classes -> assertThat(Files.size(classes)).isPositive());
        }
        assertThat(run("./even-harbor rub").code()).isEqualTo(2);
        assertThat(run("HARBOR_URL=http://127.0.0.1:1 ./even-harbor status").code())
                .isEqualTo(4);
        Ended refused = run("HARBOR_TOKEN=eh-none ./even-harbor status");
        assertThat(refused.code()).isEqualTo(1);
        assertThat(refused.said()).contains("does not work");
    }

    @Test
    void aFolderThatIsWatchedIsTheDraftEachTimeItRests() throws Exception {
        run(documented().substring(0, documented().indexOf("set -eu")));
        ProcessBuilder watch = new ProcessBuilder("./even-harbor", "watch", "public")
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("watched").toFile());
        tell(watch);
        Process watching = watch.start();
        try {
            until("the folder to be the draft", () -> draftHas("img/a.svg"));
            Files.writeString(folder.resolve("public/more.html"), "<title>More</title>");
            Files.delete(folder.resolve("public/img/a.svg"));
            until("the change to be in the draft", () -> draftHas("more.html") && !draftHas("img/a.svg"));
        } finally {
            watching.destroy();
        }
    }

    @Test
    void redirectsOfAFileAreAllImportedOrNone() throws Exception {
        run(documented().substring(0, documented().indexOf("set -eu")));
        person.putText(site, "index.html", "<title>Tides</title>").is(200);
        Files.writeString(folder.resolve("good.csv"), "from,to\n/old.html,/index.html\n/older.html,/index.html\n");
        Files.writeString(folder.resolve("wrong.csv"), "from,to\n/oldest.html,/index.html\n//::,/index.html\n");
        Ended wrong = run("./even-harbor redirects import wrong.csv");
        assertThat(wrong.code()).isEqualTo(1);
        assertThat(wrong.said())
                .contains("1 line is wrong. Nothing was imported")
                .contains("line 3: ");
        assertThat(run("./even-harbor redirects import good.csv").said()).contains("Imported 2 redirects");
        assertThat(run("./even-harbor redirects import good.csv --json").said())
                .contains("\"imported\":0", "\"same\":2");
        assertThat(run("./even-harbor redirects import good.csv --live").said())
                .contains("The redirects are imported; visitors do not meet them yet.");
        person.claim(site, "tides" + site.substring(0, 6)).is(201);
        person.publish(site);
        assertThat(run("./even-harbor redirects import wrong.csv --skip-wrong --live")
                        .said())
                .contains("Imported 1 redirect, 0 were there already, 1 line left out. Visitors meet them now.");
        assertThat(person.get("/api/sites/" + site + "/redirects").json().get("rules"))
                .hasSize(3);
        assertThat(run("./even-harbor redirects import none.csv").said()).contains("cannot be read");
    }

    @Test
    void whatWasSentBeforeItWasStoppedIsNotSentAgain() throws Exception {
        run(documented().substring(0, documented().indexOf("set -eu")));
        List<Map<String, Object>> files = new ArrayList<>();
        for (int i = 0; i < 3_000; i++) {
            String text = "<title>" + site + i + "</title>" + "tide ".repeat(400);
            Files.writeString(folder.resolve("public/p" + i + ".html"), text);
            files.add(Map.of(
                    "path", "p" + i + ".html",
                    "size", text.length(),
                    "hash",
                            Hashing.sha256()
                                    .hashString(text, StandardCharsets.UTF_8)
                                    .toString()));
        }
        ProcessBuilder shell = new ProcessBuilder("./even-harbor", "publish", "public", "--draft")
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("stopped").toFile());
        tell(shell);
        Process process = shell.start();
        until("some have arrived", () -> missing(files) < files.size());
        process.destroyForcibly().waitFor();
        int left = missing(files);
        JsonNode ended = JsonMapper.shared()
                .readTree(run("./even-harbor publish public --draft --json").said());
        assertThat(ended.get("sent").asInt()).isBetween(0, Math.min(left + 2, files.size() - 1));
        assertThat(draftHas("p2999.html")).isTrue();
    }

    @Test
    void aLaterRunTellsWhatDiffersAndAllWhereTheDraftIsAnother() throws Exception {
        run(documented().substring(0, documented().indexOf("set -eu")));
        assertThat(run("./even-harbor publish public --draft").code()).isZero();
        Files.writeString(folder.resolve("public/index.html"), "<!doctype html><title>Tides, new</title>");
        Files.writeString(folder.resolve("public/more.html"), "<title>More</title>");
        Files.delete(folder.resolve("public/img/a.svg"));
        assertThat(run("./even-harbor publish public --draft").said()).contains("has 2 files now");
        assertThat(lastChange()).isEqualTo("updated from a folder (2 files, 1 removed)");
        assertThat(draftHas("img/a.svg")).isFalse();
        assertThat(run("./even-harbor publish public --draft").said()).contains("has 2 files now");
        assertThat(lastChange()).as("nothing differs").isEqualTo("updated from a folder (2 files, 1 removed)");

        person.putText(site, "by-hand.html", "<title>By hand</title>").is(200);
        assertThat(run("./even-harbor publish public --draft").said()).contains("has 2 files now");
        assertThat(draftHas("by-hand.html")).isFalse();
        assertThat(lastChange()).isEqualTo("uploaded a folder (2 files)");
    }

    @Test
    void whatGoesIsNamedAndTheRestStays() {
        person.putText(site, "a.html", "<title>A</title>").is(200);
        person.putText(site, "b.html", "<title>B</title>").is(200);
        Map<String, Object> edits =
                Map.of("files", List.of(), "removed", List.of("a.html", "none.html", "/../x", ".harbor/settings.json"));
        person.post("/api/sites/" + site + "/draft/edits", edits).is(200);
        assertThat(draftHas("a.html")).isFalse();
        assertThat(draftHas("b.html")).isTrue();
    }

    private String lastChange() {
        return person.get("/api/sites/" + site + "/draft?files=false")
                .is(200)
                .json()
                .get("what")
                .asString();
    }

    private int missing(List<Map<String, Object>> files) {
        return person.post("/api/sites/" + site + "/draft/offer", Map.of("files", files))
                .is(200)
                .json()
                .get("missing")
                .size();
    }

    private boolean draftHas(String path) {
        return person.get("/api/sites/" + site + "/draft").is(200).text().contains("\"" + path + "\"");
    }
}
