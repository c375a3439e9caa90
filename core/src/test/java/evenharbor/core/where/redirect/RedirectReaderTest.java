package evenharbor.core.where.redirect;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rules as they are typed, pasted or brought in. */
class RedirectReaderTest {

    private static final RedirectReader READER = new RedirectReader(Set.of("mine.example", "www.mine.example"));

    private static RedirectReading read(String kind, String source, String target) {
        return READER.read(TypedRedirect.of(Source.Kind.valueOf(kind), source, target));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "EXACT | /about.html | EXACT /about.html",
                "EXACT | about.html | EXACT /about.html",
                "EXACT | '  /about.html  ' | EXACT /about.html",
                "EXACT | http://mine.example/about.html | EXACT /about.html",
                "EXACT | HTTPS://WWW.Mine.Example:8443/About.html | EXACT /About.html",
                "EXACT | www.mine.example/about | EXACT /about",
                "EXACT | mine.example | EXACT /",
                "EXACT | //mine.example/x | EXACT /x",
                "EXACT | http://mine.example | EXACT /",
                "EXACT | /a//b///c/ | EXACT /a/b/c/",
                "EXACT | /a/./b/../c | EXACT /a/c",
                "EXACT | \\a\\b | EXACT /a/b",
                "EXACT | /caf%C3%A9 au lait | EXACT /café au lait",
                "EXACT | /a+b | EXACT /a+b",
                "EXACT | /100% | EXACT /100%",
                "EXACT | /a#part | EXACT /a",
                "EXACT | /blog/* | UNDER /blog",
                "UNDER | /blog/ | UNDER /blog",
                "UNDER | / | UNDER /",
                "PATTERN | /{year}/{+rest} | PATTERN /{year}/{+rest}",
                "PATTERN | /plain.html | EXACT /plain.html",
            })
    void sourcesAreCleaned(String kind, String typed, String expected) {
        RedirectReading reading = read(kind, typed, "/x");
        assertThat(reading.faults()).isEmpty();
        Source source = reading.rule().orElseThrow().source();
        assertThat(source.kind() + " " + source.path()).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "EXACT | '' | source | Type the path",
                "EXACT | http://other.example/x | source | “other.example” is not a name of this site",
                "EXACT | //other.example/x | source | “other.example” is not a name of this site",
                "EXACT | mailto:a@b.example | source | begins with http",
                "EXACT | /a%00b | source | characters that no page",
                "PATTERN | /{a | source | begins with { and ends with }",
                "PATTERN | /a} | source | begins with { and ends with }",
                "PATTERN | /{a}{b} | source | Put something between",
                "PATTERN | /{+rest}/a | source | must be the last",
                "PATTERN | /{a}/{a} | source | same name",
                "PATTERN | /{9} | source | letters and digits",
            })
    void sourcesThatCannotBeAreRefusedWithWhatWouldBeAccepted(String kind, String typed, String field, String words) {
        RedirectReading reading = read(kind, typed, "/x");
        assertThat(reading.rule()).isEmpty();
        assertThat(reading.faults().get(0).field()).isEqualTo(field);
        assertThat(reading.faults().get(0).sentence()).contains(words);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/summer | /summer",
                "summer.html | /summer.html",
                "/a b/ü.html | /a%20b/%C3%BC.html",
                "/a?x=1&y=a b#c d | /a?x=1&y=a%20b#c%20d",
                "http://mine.example/summer/?x=1 | /summer/?x=1",
                "mine.example/summer | /summer",
                "https://Other.Example/A b | https://other.example/A%20b",
                "//other.example/x | https://other.example/x",
                "https://other.example | https://other.example/",
                "https://other.example:8443/x?y#z | https://other.example:8443/x?y#z",
            })
    void targetsAreCleaned(String typed, String expected) {
        RedirectReading reading = read("EXACT", "/x", typed);
        assertThat(reading.faults()).isEmpty();
        assertThat(reading.rule().orElseThrow().target()).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'' | Choose the page",
                "ftp://a.example/x | http and https only",
                "javascript:alert(1) | http and https only",
                "https://user@a.example/ | user name",
                "/x/{year} | has no named parts",
            })
    void targetsThatCannotBeAreRefused(String typed, String words) {
        RedirectReading reading = read("EXACT", "/x", typed);
        assertThat(reading.faults()).singleElement().satisfies(f -> {
            assertThat(f.field()).isEqualTo("target");
            assertThat(f.sentence()).contains(words);
        });
    }

    @Test
    void namedPartsOfTheTargetMustBeInTheSource() {
        assertThat(read("PATTERN", "/{year}/{+rest}", "/a/{rest}/{year}").faults())
                .isEmpty();
        assertThat(read("UNDER", "/blog", "/news/{+rest}").faults()).isEmpty();
        assertThat(read("PATTERN", "/{year}/{slug}", "/a/{month}").faults())
                .singleElement()
                .extracting(RedirectFault::sentence)
                .isEqualTo("{month} stands for nothing: the source has {year}, {slug}.");
    }

    @Test
    void aQueryThatWasPastedBecomesWhatMustBeThere() {
        Redirect rule = read("EXACT", "/index.html?p=12#x", "/y").rule().orElseThrow();
        assertThat(rule.source().path()).isEqualTo("/index.html");
        assertThat(rule.query()).isEqualTo(QueryRule.match("p=12"));
    }

    @Test
    void optionsAreJudgedTogether() {
        TypedRedirect plain = TypedRedirect.of(Source.Kind.EXACT, "/x", "");
        TypedRedirect typed = new TypedRedirect(
                "",
                plain.kind(),
                plain.source(),
                "",
                999,
                true,
                false,
                QueryRule.Kind.MATCH,
                "",
                Optional.empty(),
                Optional.of(Instant.EPOCH.plusSeconds(9)),
                Optional.of(Instant.EPOCH),
                "g".repeat(61),
                "n".repeat(501),
                false,
                false);
        assertThat(READER.read(typed).faults())
                .extracting(RedirectFault::field)
                .containsExactly("status", "target", "query", "until", "group", "note");
    }

    @Test
    void whatIsGoneNeedsNoTarget() {
        TypedRedirect typed = new TypedRedirect(
                "",
                Source.Kind.EXACT,
                "/x",
                "ignored",
                410,
                true,
                false,
                QueryRule.Kind.KEEP,
                "",
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                false,
                false);
        assertThat(READER.read(typed).rule().orElseThrow().target()).isEmpty();
    }

    /** A star at the end of both is what people write for a folder that moved with all that is in it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/blog/* | /journal/* | /journal/{+rest}",
                "/blog/* | https://other.example/b/* | https://other.example/b/{+rest}",
                "/blog/* | /journal/ | /journal/",
                "/blog | /journal/* | /journal/*",
            })
    void aStarInTheTargetCarriesWhatFollows(String source, String target, String expected) {
        RedirectReading reading = read("EXACT", source, target);
        assertThat(reading.faults()).isEmpty();
        assertThat(reading.rule().orElseThrow().target()).isEqualTo(expected);
    }
}
