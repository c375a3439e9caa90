package evenharbor.core.what.draft;

import static evenharbor.core.what.draft.IntakeProblem.Kind;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class IntakeTest {

    private static final IntakeLimits SMALL = new IntakeLimits(5, 1000, 200, 100);

    private static Intake of(String... names) {
        return Intake.of(Stream.of(names).map(n -> IntakeFile.plain(n, 10)).toList(), IntakeLimits.DEFAULT, true);
    }

    private static List<Kind> kinds(Intake intake) {
        return intake.problems().stream().map(IntakeProblem::kind).toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "index.html | index.html",
                "./index.html | index.html",
                "a//b.css | a/b.css",
                "a\\b.css | a/b.css",
                "a/./b.css | a/b.css",
                "cafe\u0301.html | caf\u00e9.html",
                "a b/c d.html | a b/c d.html",
            })
    void aPathIsWrittenOneWay(String raw, String clean) {
        assertThat(SitePath.read(raw)).isEqualTo(new SitePath.Clean(clean));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            value = {
                "../secret | TRAVERSAL",
                "a/../../b | TRAVERSAL",
                "a\\..\\b | TRAVERSAL",
                "/etc/passwd | ABSOLUTE",
                "\\windows\\x | ABSOLUTE",
                "C:\\x.html | ABSOLUTE",
                "c:x.html | ABSOLUTE",
                "\"a\u0007b.html\" | CONTROL_CHARACTER",
                "\"a\nb.html\" | CONTROL_CHARACTER",
                "./ | NO_NAME",
            })
    void aPathThatLeadsElsewhereIsRefused(String raw, Kind kind) {
        assertThat(SitePath.read(raw))
                .isInstanceOfSatisfying(
                        SitePath.Refused.class,
                        refused -> assertThat(refused.problem().kind()).isEqualTo(kind));
    }

    @Test
    void aNameHas255BytesAtMost() {
        assertThat(SitePath.read("é".repeat(127) + "a")).isInstanceOf(SitePath.Clean.class);
        assertThat(kinds(of("é".repeat(128)))).containsExactly(Kind.NAME_TOO_LONG);
        assertThat(kinds(of("abcdefghi/".repeat(110) + "x"))).containsExactly(Kind.NAME_TOO_LONG);
    }

    static Stream<Arguments> clashing() {
        return Stream.of(
                Arguments.of(List.of("A.html", "a.html"), Kind.SAME_BUT_FOR_CASE),
                Arguments.of(List.of("Img/x.png", "img/X.png"), Kind.SAME_BUT_FOR_CASE),
                Arguments.of(List.of("caf\u00e9.html", "cafe\u0301.html"), Kind.SAME_BUT_FOR_UNICODE),
                Arguments.of(List.of("\ufb01n.html", "fin.html"), Kind.SAME_BUT_FOR_UNICODE),
                Arguments.of(List.of("about", "about/index.html"), Kind.FILE_AND_FOLDER));
    }

    @ParameterizedTest
    @MethodSource("clashing")
    void namesThatSomeDiskCannotTellApartAreRefused(List<String> names, Kind kind) {
        List<String> all = new ArrayList<>(names);
        all.add("index.html");
        assertThat(kinds(of(all.toArray(String[]::new)))).containsExactly(kind);
    }

    @ParameterizedTest
    @CsvSource({"LINK,LINK", "DEVICE,DEVICE", "LOCKED,ENCRYPTED"})
    void onlyPlainReadableFilesAreTaken(IntakeFile.Kind file, Kind kind) {
        Intake intake = Intake.of(List.of(new IntakeFile("x", file, 1, 1)), IntakeLimits.DEFAULT, true);
        assertThat(kinds(intake)).containsExactly(kind);
        assertThat(intake.problems().get(0).sentence()).contains("x").endsWith(".");
    }

    @Test
    void tooMuchIsRefusedWithTheLimit() {
        var six = IntStream.range(0, 6)
                .mapToObj(i -> IntakeFile.plain(i + ".html", 1))
                .toList();
        assertThat(kinds(Intake.of(six, SMALL, true))).containsExactly(Kind.TOO_MANY_FILES);
        var large = List.of(IntakeFile.plain("a", 600), IntakeFile.plain("b", 401));
        assertThat(kinds(Intake.of(large, SMALL, true))).containsExactly(Kind.TOO_LARGE);
        var bomb = List.of(new IntakeFile("a", IntakeFile.Kind.FILE, 900, 4));
        assertThat(kinds(Intake.of(bomb, SMALL, true))).containsExactly(Kind.BOMB);
        var dense = List.of(new IntakeFile("a", IntakeFile.Kind.FILE, 800, 4));
        assertThat(kinds(Intake.of(dense, SMALL, true))).isEmpty();
    }

    @Test
    void nothingInItIsRefusedAndNoPageInItIsOnlyTold() {
        assertThat(kinds(of())).containsExactly(Kind.EMPTY);
        assertThat(kinds(of("__MACOSX/x", ".DS_Store"))).containsExactly(Kind.EMPTY);
        Intake pictures = of("a.png", "b.png");
        assertThat(pictures.problems()).isEmpty();
        assertThat(pictures.hasPage()).isFalse();
    }

    @Test
    void aSingleWrappingFolderIsTakenOffWhenTheWholeSiteIsBrought() {
        Intake wrapped = of("site/index.html", "site/img/a.png", "site/.DS_Store");
        assertThat(wrapped.unwrapped()).contains("site");
        assertThat(wrapped.paths().values()).containsExactly("index.html", "img/a.png");
        assertThat(wrapped.leftovers()).isEqualTo(1);
        assertThat(of("site/index.html", "other/a.png").unwrapped()).isEmpty();
        assertThat(of("site/index.html", "a.png").unwrapped()).isEmpty();
        Intake added = Intake.of(List.of(IntakeFile.plain("img/a.png", 1)), IntakeLimits.DEFAULT, false);
        assertThat(added.paths().values()).containsExactly("img/a.png");
    }

    @Property
    void aCleanPathStaysInsideAndStaysAsItIs(@ForAll String raw) {
        if (SitePath.read(raw) instanceof SitePath.Clean clean) {
            assertThat(clean.path().split("/")).doesNotContain("", ".", "..");
            assertThat(SitePath.read(clean.path())).isEqualTo(clean);
        }
    }

    @Test
    void limitsAreReachedBeforeTheyArePassed() {
        assertThat(Intake.limitProblems(5, 1000, SMALL)).isEmpty();
        assertThat(Intake.limitProblems(6, 1000, SMALL)).isPresent();
        assertThat(Intake.limitProblems(5, 1001, SMALL)).isPresent();
        assertThat(Intake.limitProblems(5, 5 << 20, new IntakeLimits(5, 3 << 20, 200, 100)))
                .get()
                .extracting(IntakeProblem::sentence)
                .asString()
                .contains("3 MiB");
        for (long[] sizes :
                new long[][] {{200, 1, 0}, {201, 1, 1}, {602, 3, 0}, {603, 3, 1}, {999, 0, 1}, {999, -1, 0}}) {
            IntakeFile file = new IntakeFile("a.html", IntakeFile.Kind.FILE, sizes[0], sizes[1]);
            assertThat(kinds(Intake.of(List.of(file), SMALL, true)))
                    .as("%d bytes packed into %d", sizes[0], sizes[1])
                    .isEqualTo(sizes[2] == 1 ? List.of(Kind.BOMB) : List.of());
        }
    }

    @Test
    void onlyOfManyProblemsTheFirstAreTold() {
        String[] many = IntStream.range(0, 500).mapToObj(i -> "../" + i).toArray(String[]::new);
        assertThat(of(many).problems()).hasSizeBetween(5, 50);
        String folder = "a/".repeat(3);
        Intake wrapped = of(folder + "index.html", folder + "b/c.css");
        assertThat(wrapped.paths()).containsValues("a/a/index.html", "a/a/b/c.css");
        assertThat(of("ab/index.html", "abc/d.html").paths()).containsValue("ab/index.html");
        String name = "x".repeat(119);
        assertThat(new IntakeProblem(Kind.LINK, name + "y").sentence()).contains(name + "y");
        assertThat(new IntakeProblem(Kind.LINK, name + "yz").sentence()).contains("x".repeat(100) + "…");
    }
}
