package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.Languages;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the builder put on is taken off again. */
class UnbuiltTest {

    private final MemoryWorkshop workshop = new MemoryWorkshop();

    private Manifest build(Manifest source, String base) {
        return Builder.build(
                source, new Settings(true, true), new Builder.BuildOptions(base, Map.of(), Reach.UNTOLD), workshop);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "/trial", "/old/place"})
    void thePagesOfTheDemoComeBackToTheLetter(String base) throws IOException {
        Map<String, FileEntry> files = new TreeMap<>();
        Path demo = Path.of("..", "demo-sites");
        try (var all = Files.walk(demo)) {
            for (Path file :
                    all.filter(f -> f.toString().matches(".*\\.(html|css)")).toList()) {
                files.put(
                        demo.relativize(file).toString(), workshop.put(Files.readString(file, StandardCharsets.UTF_8)));
            }
        }
        assertThat(files).hasSizeGreaterThan(30);
        Manifest source = Manifest.of(files);
        Manifest build = build(source, base);
        int changed = 0;
        for (Map.Entry<String, FileEntry> file : build.files().entrySet()) {
            String before = workshop.text(source, file.getKey());
            String built = workshop.text(file.getValue());
            changed += built.equals(before) ? 0 : 1;
            assertThat(Unbuilt.text(file.getKey(), built, base))
                    .as(file.getKey())
                    .isEqualTo(before);
        }
        assertThat(changed).isGreaterThan(10);
    }

    @Test
    void whatWasSaidBesideThePageIsTakenOffAndTheirChangesStay() {
        String page = "<!doctype html>\n<html>\n<head>\n<title>Own</title>\n</head>\n<body>\n<h1>Tea</h1>\n"
                + "<p>Warm.</p>\n<p>Tea again, Set</p>\n</body>\n</html>\n";
        Additions additions = new Additions(
                true,
                new PageSettings("", "", "", "", "", "", "<script src=/count.js></script>", "<script>count()</script>"),
                new TreeMap<>(Map.of("index.html", new PageSettings("Set", "Described", "", "", "", "", "", ""))),
                null,
                new Languages("en", new TreeMap<>(), false, false),
                null);
        Manifest source = workshop.site("index.html", page, "count.js", "1");
        Manifest build = build(
                source.with(all -> all.put(SettingsFile.PATH, workshop.put(SettingsFile.text(additions)))), "/spring");
        String built = workshop.text(build, "index.html");
        assertThat(built).contains("Described", "count()", "lang=\"en\"", "<title>Set");
        Map<String, String> changes = Map.of(
                "<p>Warm.</p>", "<p>Hot.</p>\n<p>New</p>",
                "<h1>Tea</h1>", "",
                "</head>", "<link rel=stylesheet href=/spring/x.css></head>",
                "</body>", "<footer>Theirs</footer></body>");
        changes.forEach(
                (was, now) -> assertThat(Unbuilt.text("index.html", built.replace(was, now), "/spring", built, page))
                        .isEqualTo(page.replace(was, now.replace("/spring", ""))));
        assertThat(Unbuilt.text("index.html", built, "/spring", built, page)).isEqualTo(page);
        // What they changed of it is theirs.
        assertThat(Unbuilt.text("index.html", built.replace("Described", "Theirs"), "/spring", built, page))
                .contains("Theirs");
    }

    @Test
    void whatIsTheirsStays() {
        String theirs =
                "<a href=/trial/a.html>a</a> <img src=/trial/p.png?v=0123456789ab> <a href=/b.html?v=0123456789ab>"
                        + " <p>?v=0123456789ab and /trial/ in a text</p>";
        assertThat(Unbuilt.text("index.html", theirs, "/trial"))
                .isEqualTo("<a href=/a.html>a</a> <img src=/p.png> <a href=/b.html?v=0123456789ab>"
                        + " <p>?v=0123456789ab and /trial/ in a text</p>");
        assertThat(Unbuilt.text("data.txt", theirs, "/trial")).isEqualTo(theirs);
    }
}
