package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a change of name touches in pages. */
class MentionsTest {

    private static final HostName HOST = new HostName("moon.example");

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "<a href=\"http://moon.example/\"> | / | link",
                "<a href=\"HTTPS://Moon.Example/x\"> | / | link",
                "<img src=\"//moon.example/a.png\"> | / | link",
                "p{background:url(http://moon.example/a.png)} | / | link",
                "<a href=\"http://moon.example:7080/\"> | / | link",
                "?u=http%3A%2F%2Fmoon.example%2F | / | link",
                "Visit us at moon.example. | / | text",
                "moon.example | / | text",
                "(moon.example) | / | text",
                "MOON.EXAMPLE, every day | / | text",
                "mail to marta@moon.example | / | text",
                "www.moon.example | / | none",
                "moon.example.org | / | none",
                "fullmoon.example | / | none",
                "moon.example-shop | / | none",
                "moonexample | / | none",
                "http://moon.example/spring/ | /spring/ | link",
                "http://moon.example/spring | /spring/ | link",
                "http://moon.example:7080/spring/x | /spring/ | link",
                "http://moon.example/springtime | /spring/ | none",
                "http://moon.example/ | /spring/ | none",
            })
    void aNameIsFoundWhereItStandsWhole(String text, String path, String wanted) {
        List<Mentions.Mention> found = Mentions.in(text, HOST, path);
        if (wanted.equals("none")) {
            assertThat(found).isEmpty();
        } else {
            assertThat(found).hasSize(1);
            assertThat(found.get(0).link()).isEqualTo(wanted.equals("link"));
            assertThat(found.get(0).excerpt()).containsIgnoringCase("moon.example");
        }
    }

    @Test
    void eachHasItsLine() {
        String text = "one\nhttp://moon.example/\n\nfour moon.example and moon.example again\n";
        assertThat(Mentions.in(text, HOST, "/"))
                .extracting(Mentions.Mention::line)
                .containsExactly(2, 4, 4);
    }

    @Test
    void aNameInAnotherScriptIsFoundInEitherForm() {
        HostName cafe = new HostName("xn--caf-dma.example");
        String text =
                "http://xn--caf-dma.example/ and\nCafé.example, café.example and cafe.example\nXN--CAF-DMA.example";
        assertThat(Mentions.in(text, cafe, "/"))
                .extracting(Mentions.Mention::line)
                .containsExactly(1, 2, 2, 3);
        assertThat(Mentions.in("http://café.example/spring/", cafe, "/spring/")).hasSize(1);
        assertThat(Mentions.in("http://mycafé.example/", cafe, "/")).isEmpty();
    }

    @Test
    void theWordsAroundAreShortAndOfOneLine() {
        String text = "x".repeat(200) + " before\nsee moon.example after\n" + "y".repeat(200);
        assertThat(Mentions.in(text, HOST, "/").get(0).excerpt()).isEqualTo("see moon.example after");
        String one = "x".repeat(200) + " moon.example " + "y".repeat(200);
        assertThat(Mentions.in(one, HOST, "/").get(0).excerpt().length()).isLessThanOrEqualTo(90);
    }

    /** As many as a plain search that looks at every place. */
    @Property
    void noneIsMissedAndNoneInvented(@ForAll String before, @ForAll String after) {
        String text = before + " moon.example " + after;
        assertThat(Mentions.in(text, HOST, "/")).isNotEmpty();
        String without = (before + after).replace("moon", "sun");
        assertThat(Mentions.in(without, HOST, "/")).isEmpty();
    }
}
