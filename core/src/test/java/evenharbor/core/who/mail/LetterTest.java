package evenharbor.core.who.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;

class LetterTest {

    private static final String HOSTILE = "<img src=x onerror=alert(1)> \"Marta\" & Söhne\r\nBcc: all@x.example";

    private final Letter letter = new Letter(
            "ada@x.example",
            "Publish " + HOSTILE,
            List.of(
                    new Letter.Words(HOSTILE),
                    new Letter.Lines(List.of("one", "<b>two</b>")),
                    new Letter.Code("1234 5678"),
                    new Letter.Link("See it", "https://x.example/?a=1&b=\"2")),
            Optional.of(new Letter.Unsubscribe("https://x.example/end?k=1", "https://x.example/api")));

    @Test
    void theSameIsSaidAsTextAndAsHtml() {
        Document html = Jsoup.parse(letter.html());
        assertThat(html.select("p,li").eachText())
                .allSatisfy(said ->
                        assertThat(words(letter.text() + letter.subject())).contains(words(said)));
        assertThat(html.select("a[href]").eachAttr("href"))
                .containsExactly("https://x.example/?a=1&b=\"2", "https://x.example/end?k=1")
                .allSatisfy(url -> assertThat(letter.text()).contains(url));
    }

    private static String words(String said) {
        return said.replaceAll("[\\s:]+", " ").strip();
    }

    @Test
    void whatPeopleTypedIsNeitherMarkupNorAHeader() {
        Document html = Jsoup.parse(letter.html());
        assertThat(html.select("img,b,script")).isEmpty();
        assertThat(letter.subject()).doesNotContain("\n", "\r").contains("<img src=x");
        assertThat(letter.text()).contains(HOSTILE);
        assertThat(Letter.of("a@b.example", "x".repeat(400)).subject()).hasSize(200);
    }
}
