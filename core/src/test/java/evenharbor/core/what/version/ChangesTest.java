package evenharbor.core.what.version;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.publish.Selection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class ChangesTest {

    private static final String NAVIGATION =
            "Papermoon now playing programme puppets house tickets workshops quay lane old net loft ";

    private final Map<String, String> texts = new HashMap<>();

    private FileEntry text(String text) {
        String hash = String.format("%064x", text.hashCode() & 0xffffffffL);
        texts.put(hash, text);
        return new FileEntry(hash, text.length(), "text/html", true);
    }

    private Manifest manifest(String... pathsAndTexts) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < pathsAndTexts.length; i += 2) {
            files.put(pathsAndTexts[i], text(pathsAndTexts[i + 1]));
        }
        return Manifest.of(files);
    }

    private Changes between(Manifest before, Manifest after) {
        return Changes.between(before, after, file -> Optional.ofNullable(texts.get(file.hash())));
    }

    private static List<String> said(Changes changes) {
        return changes.list().stream()
                .map(c -> c.kind() + " " + c.from().map(f -> f + ">").orElse("") + c.path())
                .toList();
    }

    @Test
    void saysWhatWasAddedChangedRemovedAndMoved() {
        Manifest before = manifest("a.html", "one", "b.css", "two", "c.html", "three words here", "d.png", "picture");
        Manifest after = manifest("a.html", "ONE", "b.css", "two", "new.html", "fresh", "img/d.png", "picture");
        assertThat(said(between(before, after)))
                .containsExactly("CHANGED a.html", "REMOVED c.html", "MOVED d.png>img/d.png", "ADDED new.html");
    }

    @Test
    void nothingDiffersFromItself() {
        Manifest same = manifest("a.html", "one");
        assertThat(between(same, same).none()).isTrue();
    }

    @Test
    void aMovedPageIsKnownThoughItWasEditedALittle() {
        String story = "she rowed every story across the river since the first season and her oar is a broom";
        Manifest before = manifest("tamsin.html", story);
        Manifest after = manifest("puppets/tamsin.html", story + " handle");
        Changes changes = between(before, after);
        assertThat(said(changes)).containsExactly("MOVED tamsin.html>puppets/tamsin.html");
        assertThat(changes.list().get(0).edited()).isTrue();
    }

    @Test
    void whatEveryPageSaysDoesNotMakeTwoPagesAlike() {
        Manifest before = manifest(
                "a.html",
                NAVIGATION + "alpha beta gamma",
                "b.html",
                NAVIGATION + "delta epsilon zeta",
                "c.html",
                NAVIGATION + "eta theta iota",
                "lanterns.html",
                NAVIGATION + "jars and candles on the eleventh");
        Manifest after = manifest(
                "a.html",
                NAVIGATION + "alpha beta gamma",
                "b.html",
                NAVIGATION + "delta epsilon zeta",
                "c.html",
                NAVIGATION + "eta theta iota",
                "course.html",
                NAVIGATION + "six tuesdays with a piece of wood");
        assertThat(said(between(before, after))).containsExactly("ADDED course.html", "REMOVED lanterns.html");
    }

    @Test
    void ofTwoSameFilesTheOneOfTheSameNameIsTheOneThatMoved() {
        Manifest before = manifest("x/logo.svg", "same", "x/mark.svg", "same");
        Manifest after = manifest("y/mark.svg", "same", "y/logo.svg", "same");
        assertThat(said(between(before, after)))
                .containsExactly("MOVED x/logo.svg>y/logo.svg", "MOVED x/mark.svg>y/mark.svg");
    }

    @Test
    void aPublishLeavesOutWhatIsHeldBack() {
        Manifest live = manifest("a.html", "one", "old.html", "was here before", "gone.html", "three");
        Manifest draft = manifest("a.html", "ONE", "new.html", "was here before", "fresh.html", "four");
        Changes changes = between(live, draft);
        assertThat(new Selection(Set.of("a.html"), Set.of())
                        .apply(live, draft, changes)
                        .at("a.html"))
                .isEqualTo(live.at("a.html"));
        assertThat(new Selection(Set.of("new.html"), Set.of())
                        .apply(live, draft, changes)
                        .files())
                .containsKey("old.html")
                .doesNotContainKey("new.html");
        assertThat(new Selection(Set.of("gone.html", "fresh.html"), Set.of())
                        .apply(live, draft, changes)
                        .files())
                .containsKey("gone.html")
                .doesNotContainKey("fresh.html");
        assertThat(Selection.ALL.apply(live, draft, changes)).isEqualTo(draft);
    }

    @Property(tries = 200)
    void applyingTheChangesLeadsFromOneToTheOther(@ForAll @IntRange(max = 1_000_000) int seed) {
        Random random = new Random(seed);
        Manifest before = anyManifest(random);
        Manifest after = anyManifest(random);
        Map<String, FileEntry> walked = new TreeMap<>(before.files());
        Changes changes = between(before, after);
        changes.list().forEach(c -> c.from().ifPresent(walked::remove));
        for (Change change : changes.list()) {
            change.after().ifPresentOrElse(file -> walked.put(change.path(), file), () -> walked.remove(change.path()));
        }
        assertThat(Manifest.of(walked)).isEqualTo(after);
        Set<String> all = new HashSet<>();
        changes.list().forEach(c -> all.add(c.path()));
        assertThat(new Selection(all, Set.of()).apply(before, after, changes)).isEqualTo(before);
    }

    private Manifest anyManifest(Random random) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = random.nextInt(12); i > 0; i--) {
            files.put((char) ('a' + random.nextInt(9)) + ".html", text("text " + random.nextInt(6)));
        }
        return Manifest.of(files);
    }

    @Property(tries = 100)
    void aManifestWrittenAndReadIsTheSame(@ForAll @IntRange(max = 1_000_000) int seed) {
        Manifest manifest = anyManifest(new Random(seed)).with(files -> files.put("a b/é ü.html", text("x y z")));
        assertThat(Manifest.fromBytes(manifest.toBytes())).isEqualTo(manifest);
    }

    @Test
    void ofSeveralThatMayHaveMovedTheFirstByPathIsTheOne() {
        Manifest before = manifest("b/one.txt", "same", "a/two.txt", "same", "c/three.txt", "same");
        Manifest after = manifest("y.txt", "same", "x.txt", "same");
        assertThat(said(between(before, after)))
                .containsExactly("REMOVED c/three.txt", "MOVED a/two.txt>x.txt", "MOVED b/one.txt>y.txt");
        assertThat(said(between(manifest("old.txt", "same"), after)))
                .containsExactly("MOVED old.txt>x.txt", "ADDED y.txt");
    }

    @Test
    void anEmptyFileDoesNotMove() {
        assertThat(said(between(manifest("a.txt", ""), manifest("b.txt", ""))))
                .containsExactly("REMOVED a.txt", "ADDED b.txt");
    }

    @Test
    void onlyWhatWasEditedIsEdited() {
        Changes changes = between(
                manifest("a.txt", "one", "b.txt", "two", "c.txt", "three"),
                manifest("a.txt", "ONE", "d.txt", "two", "e.txt", "new and longer"));
        assertThat(changes.list())
                .filteredOn(Change::edited)
                .extracting(Change::path)
                .containsExactly("a.txt");
        assertThat(changes.count()).isEqualTo(4);
        assertThat(changes.none()).isFalse();
    }

    @Test
    void thePairThatIsMostAlikeMoved() {
        String story = "she rowed every story across the river since the first season and her oar is a broom";
        Manifest before = manifest("far.html", story + " and a lamp", "near.html", story + " with a handle");
        Manifest after = manifest(
                "a/other.html", story + " with a handle of wood", "b/new.html", story + " and a lamp of brass");
        assertThat(said(between(before, after)))
                .containsExactly("MOVED near.html>a/other.html", "MOVED far.html>b/new.html");
    }

    @Test
    void whatHasAnotherEndingOrAnotherOrderOfSizeDidNotMove() {
        String story = "she rowed every story across the river since the first season and her oar is a broom";
        assertThat(said(between(manifest("a.html", story), manifest("b.txt", story + " handle"))))
                .containsExactly("REMOVED a.html", "ADDED b.txt");
        // The words are the same, what stands between them is not.
        String thrice = story + " ".repeat(2 * story.length() - 1);
        assertThat(said(between(manifest("a.html", story), manifest("b.html", thrice))))
                .containsExactly("MOVED a.html>b.html");
        assertThat(said(between(manifest("a.html", story), manifest("b.html", thrice + " "))))
                .containsExactly("REMOVED a.html", "ADDED b.html");
    }

    @Test
    void textsAreComparedToASizeAndToANumber() {
        String story = "she rowed every story across the river since the first season and her oar is a broom";
        String longest = story + " ".repeat(512 * 1024 - story.length());
        assertThat(said(between(manifest("a.html", longest), manifest("b.html", longest.replace("broom ", "broom,")))))
                .containsExactly("MOVED a.html>b.html");
        assertThat(said(between(
                        manifest("a.html", longest + " "),
                        manifest("b.html", longest.replace("broom ", "broom,") + " "))))
                .containsExactly("REMOVED a.html", "ADDED b.html");
        for (int gone : new int[] {400, 401}) {
            String[] files = new String[gone * 2];
            for (int i = 0; i < gone; i++) {
                files[2 * i] = "n" + i + ".html";
                files[2 * i + 1] = i == 7 ? story : "page " + i + " of " + i * 7 + " and " + i * 13;
            }
            assertThat(said(between(manifest(files), manifest("moved.html", story + " handle"))))
                    .as(gone + " gone")
                    .contains(gone == 400 ? "MOVED n7.html>moved.html" : "ADDED moved.html");
        }
    }
}
