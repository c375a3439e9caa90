package evenharbor.core.what.replace;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.StringLength;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Words are found as people read them, and others stand in their place as they were typed. */
class SearchTest {

    private static List<Hit> hits(String find, String html) {
        return Search.of(find, false, false).orElseThrow().in("a.html", html);
    }

    private static String replaced(String find, String with, String html) {
        Search search = Search.of(find, false, false).orElseThrow();
        return search.replaced(html, search.in("a.html", html), with);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "Friday | Monday | <p>on friday</p> | <p>on Monday</p>",
                "café | tea | <p>caf&eacute; Caf&#233;s</p> | <p>tea teas</p>",
                "open daily | shut | <p>open\\n   daily</p> | <p>shut</p>",
                "open daily | shut | <p>open&nbsp;daily</p> | <p>shut</p>",
                "garden | R&D <x> | <p>gar&shy;den</p> | <p>R&amp;D &lt;x&gt;</p>",
                "a@b.example | \"c\"@b.example | <a href='mailto:a@b.example'>a@b.example</a> | <a href='mailto:&quot;c&quot;@b.example'>\"c\"@b.example</a>",
                "it's | it is | <p>it’s</p> | <p>it is</p>",
                "+44 20 7946 0999 | +44 20 7946 0111 | <a href=\"tel:+442079460999\">+44 (20) 7946-0999</a> | <a href=\"tel:+44 20 7946 0111\">+44 20 7946 0111</a>",
                "<footer>a b</footer> | <footer>&copy; c</footer> | <footer>a\\n b</footer> | <footer>&copy; c</footer>",
                "1 < 2 | 3 | <script>if (1 < 2) x()</script> | <script>if (3) x()</script>",
                "moon | sun | <!-- moon --><style>.moon{}</style> | <!-- sun --><style>.sun{}</style>",
                "none | x | <p>here</p> | <p>here</p>",
                "gtA | x | <p>&gtA</p> | <p>&gtA</p>",
                "up | lt | <p>this&up, &so up, upup&aup</p> | <p>this&amp;lt, &so lt, ltlt&amp;alt</p>",
                "up | q | <p>&upupgt;</p> | <p>&amp;qqgt;</p>",
            })
    void wordsAreReplacedWhereTheyStand(String find, String with, String html, String after) {
        assertThat(replaced(find, with, html.replace("\\n", "\n"))).isEqualTo(after.replace("\\n", "\n"));
    }

    @Test
    void wordsWithTagsInTheirMidstAreShownAndLeft() {
        String html = "<p>Open on <b>Fri</b>days and <a href=x>on Fridays</a>.</p>";
        List<Hit> hits = hits("on fridays", html);
        assertThat(hits).extracting(Hit::where).containsExactly(Hit.Where.AROUND_TAGS, Hit.Where.WORDS);
        assertThat(replaced("on fridays", "daily", html))
                .isEqualTo("<p>Open on <b>Fri</b>days and <a href=x>daily</a>.</p>");
    }

    @Test
    void wordsOfTwoParagraphsAreNoSentence() {
        assertThat(hits("one two", "<p>one</p> <p>two</p>")).isEmpty();
        assertThat(hits("one two", "<p>one<br>two</p>")).isEmpty();
    }

    @Test
    void whatIsFoundIsToldWithItsLineAndWhatStandsAround() {
        Hit hit = hits("moon", "<p>\n\nunder the moon we sing").get(0);
        assertThat(hit.line()).isEqualTo(3);
        assertThat(hit.before()).endsWith("under the ");
        assertThat(hit.after()).isEqualTo(" we sing");
    }

    @Test
    void lettersAndWholeWordsCountWhenAskedFor() {
        assertThat(Search.of("Moon", true, false).orElseThrow().in("a.html", "moon Moon"))
                .hasSize(1);
        assertThat(Search.of("moon", false, true).orElseThrow().in("a.html", "moonlight, moon."))
                .hasSize(1);
        assertThat(Search.of(" \n ", false, false)).isEmpty();
    }

    /** As another reader of HTML reads it: after a replacement the words of the page are the old ones with the new in place. */
    @Property(tries = 300)
    void theWordsOfThePageAreThoseOfBeforeWithTheNewOnes(
            @ForAll @AlphaChars @StringLength(min = 3, max = 8) String find,
            @ForAll @Chars({'a', '<', '&', '"', '\'', '>', ';', 'é', ' '}) @StringLength(max = 8) String with,
            @ForAll @Chars({'x', ' ', '&', '\n', 'é'}) @StringLength(max = 20) String before) {
        String words = Jsoup.parse(before).body().wholeText().replaceAll("[\\s\u00A0]+", " ");
        String html = "<p title=\"t\">" + before + "." + find + "</p><p>" + find + " .</p>";
        Search search = Search.of(find, true, false).orElseThrow();
        String after = search.replaced(html, search.in("a.html", html), with);
        String read = Jsoup.parse(after).body().wholeText().replaceAll("[\\s\u00A0]+", " ");
        assertThat(read.strip())
                .isEqualTo((words + "." + with + with + " .")
                        .replaceAll("[\\s\u00A0]+", " ")
                        .strip());
    }
}
