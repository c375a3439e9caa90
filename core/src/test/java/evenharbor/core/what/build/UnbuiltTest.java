package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the builder put on is taken off again. */
class UnbuiltTest {

    private final Map<String, String> texts = new HashMap<>();

    private FileEntry entry(String text) {
        String hash = String.format("%064x", text.hashCode() & 0xffffffffL);
        texts.put(hash, text);
        return new FileEntry(hash, text.length(), "text/html", true);
    }

    private Manifest build(Manifest source, String base) {
        return Builder.build(
                source, new Settings(true, true), new Builder.BuildOptions(base, Map.of()), new Builder.Workshop() {
                    @Override
                    public List<Reference> references(
                            FileEntry file, boolean all, Function<String, List<Reference>> reader) {
                        return reader.apply(texts.get(file.hash()));
                    }

                    @Override
                    public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
                        return entry(edit.apply(texts.get(file.hash())));
                    }
                });
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "/trial", "/old/place"})
    void thePagesOfTheDemoComeBackToTheLetter(String base) throws IOException {
        Map<String, FileEntry> files = new TreeMap<>();
        Path demo = Path.of("..", "demo-sites");
        try (var all = Files.walk(demo)) {
            for (Path file :
                    all.filter(f -> f.toString().matches(".*\\.(html|css)")).toList()) {
                files.put(demo.relativize(file).toString(), entry(Files.readString(file, StandardCharsets.UTF_8)));
            }
        }
        assertThat(files).hasSizeGreaterThan(30);
        Manifest source = Manifest.of(files);
        Manifest build = build(source, base);
        int changed = 0;
        for (Map.Entry<String, FileEntry> file : build.files().entrySet()) {
            String before = texts.get(source.at(file.getKey()).orElseThrow().hash());
            String built = texts.get(file.getValue().hash());
            changed += built.equals(before) ? 0 : 1;
            assertThat(Unbuilt.text(file.getKey(), built, base))
                    .as(file.getKey())
                    .isEqualTo(before);
        }
        assertThat(changed).isGreaterThan(10);
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
