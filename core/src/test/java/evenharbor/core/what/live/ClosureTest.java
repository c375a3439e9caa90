package evenharbor.core.what.live;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.live.Closing.Kind;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is closed of a site, and what its visitors get. */
class ClosureTest {

    private static final Instant NOW = Instant.parse("2026-11-29T08:00:00Z");

    private static Set<String> paths(String paths) {
        return paths == null ? Set.of() : Arrays.stream(paths.split(" ")).collect(Collectors.toSet());
    }

    @ParameterizedTest(name = "closed [{0}]: {1}, asset {2}: {3}")
    @CsvSource(
            nullValues = "-",
            value = {
                "-, /, false, true",
                "-, /a/b.html, false, true",
                "-, /style.css, true, false",
                "-, /missing.css, false, true",
                "-, /robots.txt, false, false",
                "-, /.well-known/acme-challenge/x, false, false",
                "/shop/, /shop/, false, true",
                "/shop/, /shop, false, true",
                "/shop/, /shop/a.html, false, true",
                "/shop/, /shopping, false, false",
                "/shop/, /, false, false",
                "/a.html, /a.html, false, true",
                "/a.html, /a.html/, false, true",
                "/a.html, /a.htm, false, false",
                "/a, /a/index.html, false, true",
                "/a /b/, /b/c, false, true",
            })
    void whichRequestsMeetTheNotice(String closed, String path, boolean asset, boolean covered) {
        Closure closure = new Closure(paths(closed), new Closure.Words("Closed", ""), Optional.empty());
        assertThat(closure.covers(path, asset)).isEqualTo(covered);
    }

    @Test
    void whereVisitorsAreSentToIsNotClosed() {
        Closure closure = new Closure(Set.of(), new Closure.Elsewhere("/news/?a=1#b"), Optional.empty());
        assertThat(closure.covers("/news/", false)).isFalse();
        assertThat(closure.covers("/news/a", false)).isTrue();
        assertThat(new Closure(Set.of(), new Closure.Elsewhere("https://a.example/"), Optional.empty())
                        .covers("/", false))
                .isTrue();
    }

    @Test
    void howLongToWaitIsToldInWholeSeconds() {
        Closure closure = new Closure(Set.of(), new Closure.Words("x", ""), Optional.of(NOW.plusSeconds(90)));
        assertThat(closure.retryAfter(NOW)).contains(90L);
        assertThat(closure.retryAfter(NOW.plusSeconds(200))).contains(1L);
        assertThat(new Closure(Set.of(), new Closure.Words("x", ""), Optional.empty()).retryAfter(NOW))
                .isEmpty();
    }

    @ParameterizedTest(name = "[{0}] {1} “{2}” {3}: {4}")
    @CsvSource(
            nullValues = "-",
            value = {
                "-, WORDS, Closed, '', -",
                "-, WORDS, ' ', '', a heading",
                "-, PAGE, '', closed.html, -",
                "-, PAGE, '', '', Choose the page",
                "-, ELSEWHERE, '', /news/, -",
                "-, ELSEWHERE, '', https://a.example/, -",
                "-, ELSEWHERE, '', news, begins with http",
                "-, ELSEWHERE, '', //a.example/, begins with http",
                "/a/, ELSEWHERE, '', /news/, -",
                "/a/, ELSEWHERE, '', /a/b, would be closed",
                "a/, WORDS, Closed, '', begins with a slash",
                "/, WORDS, Closed, '', begins with a slash",
            })
    void whatCannotBeIsSaid(String closed, Kind kind, String title, String target, String words) {
        Optional<String> fault = new Closing(paths(closed), kind, title, "", target).fault();
        if (words == null) {
            assertThat(fault).isEmpty();
        } else {
            assertThat(fault.orElseThrow()).contains(words);
        }
    }

    @Test
    void aNoticeHasAnEnd() {
        assertThat(new Closing(Set.of(), Kind.WORDS, "x".repeat(120), "y".repeat(4_000), "").fault())
                .isEmpty();
        assertThat(new Closing(Set.of(), Kind.WORDS, "x".repeat(121), "", "").fault())
                .isPresent();
        assertThat(new Closing(Set.of(), Kind.WORDS, "x", "y".repeat(4_001), "").fault())
                .isPresent();
        Set<String> many = java.util.stream.IntStream.range(0, 51)
                .mapToObj(i -> "/" + i + "/")
                .collect(Collectors.toSet());
        assertThat(new Closing(many, Kind.WORDS, "x", "", "").fault()).isPresent();
    }
}
