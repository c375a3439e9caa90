package evenharbor.core.when.history;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.build.LoadedFiles;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What versions hold of a page: its states, where words of it are found, and what it loads. */
class HistoryTest {

    private static FileEntry file(String content) {
        return new FileEntry(content, content.length(), "text/html", true);
    }

    /** Files as {@code path=content path=content}. */
    private static Manifest files(String words) {
        return Manifest.of(Arrays.stream(words.split(" "))
                .filter(word -> !word.isEmpty())
                .collect(Collectors.toMap(w -> w.split("=")[0], w -> file(w.split("=")[1]))));
    }

    private static List<VersionFiles> versions(String... each) {
        List<VersionFiles> all = new ArrayList<>();
        for (String words : each) {
            all.add(new VersionFiles(all.size() + 1, Instant.ofEpochSecond(100L * (all.size() + 1)), files(words)));
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource({
        "'a=1|a=1|a=2|a=2|a=1', 1:1-2 2:3-4 1:5-5",
        "'b=1|a=1|b=1|b=2|a=1', 1:2-2 -:3-4 1:5-5",
        "'b=1|b=2', ''",
        "'a=1', 1:1-1",
    })
    void ofAPageOnlyItsDistinctStatesAreTold(String words, String told) {
        List<PageStates.PageState> states = PageStates.of("a", versions(words.split("\\|")));
        assertThat(states.stream()
                        .map(s -> s.file().map(FileEntry::hash).orElse("-") + ":" + s.first() + "-" + s.last())
                        .collect(Collectors.joining(" ")))
                .isEqualTo(told);
        states.forEach(s -> {
            assertThat(s.from()).isEqualTo(Instant.ofEpochSecond(100L * s.first()));
            assertThat(s.until()).isEqualTo(Instant.ofEpochSecond(100L * s.last()));
        });
    }

    @Test
    void whatWasFoundIsToldByPathWithItsVersionsAndWhetherItIsLost() {
        List<FoundPages.FoundPage> found = FoundPages.of(
                Map.of("walk", 2f, "stroll", 2f, "hike", 3f),
                versions("walk.html=walk x=1", "walk.html=stroll y=hike", "walk.html=other z=walk", "x=1"),
                files("walk.html=other z=walk new=hike"));
        assertThat(found.stream()
                        .map(p -> p.path() + " " + p.file().hash() + " " + p.versions() + " " + p.inDraft() + " "
                                + p.pathInDraft()))
                .containsExactly(
                        "y hike [2] false false",
                        "new hike [] true true",
                        "walk.html stroll [1, 2] false true",
                        "z walk [3] true true");
        assertThat(found.get(2).lastAt()).isEqualTo(Instant.ofEpochSecond(200));
        assertThat(FoundPages.of(Map.of(), versions("a=1"), Manifest.EMPTY)).isEmpty();
    }

    @Test
    void whatAPageLoadsIsFoundThroughStyleSheetsAndEndsInRings() {
        Map<String, String> texts = Map.of(
                "in/page.html",
                "<link rel=stylesheet href=../a.css><img src='moon.svg'><script src=/s.js></script><a href=/other.html>x</a>"
                        + "<img src=https://else.example/x.png><img src=missing.png>",
                "a.css",
                "@import 'b.css'; p { background: url(in/bg.png) }",
                "b.css",
                "@import 'a.css'; @font-face { font-family: F; src: url(f.woff2) }");
        TreeMap<String, FileEntry> all = new TreeMap<>();
        List.of(
                        "in/page.html",
                        "a.css",
                        "b.css",
                        "in/moon.svg",
                        "s.js",
                        "other.html",
                        "in/bg.png",
                        "f.woff2",
                        "unused.css")
                .forEach(path -> all.put(path, file(path)));
        assertThat(LoadedFiles.of(Manifest.of(all), "in/page.html", f -> Optional.ofNullable(texts.get(f.hash()))))
                .containsExactly("a.css", "b.css", "f.woff2", "in/bg.png", "in/moon.svg", "s.js");
        assertThat(LoadedFiles.of(Manifest.of(all), "s.js", f -> Optional.empty()))
                .isEmpty();
    }
}
