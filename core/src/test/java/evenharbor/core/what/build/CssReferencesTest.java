package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CssReferencesTest {

    private static List<String> urls(String css) {
        return CssReferences.in(css, 0).stream()
                .map(r -> r.use() + " " + r.url())
                .toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            a{b:url(x.png)}                                  | PICTURE x.png
            a{b:url( "x y.png" )}                            | PICTURE x y.png
            a{b:URL('x.png')}                                | PICTURE x.png
            a{b:url(/* no comment */x.png)}                  | -
            a{b:url(x.png )}                                 | PICTURE x.png
            a{b:url(x y.png)} c{d:url(z.png)}                | PICTURE z.png
            a{b:url(x".png)} c{d:url(z.png)}                 | PICTURE z.png
            a{b:u\\72l(x.png)}                               | PICTURE x.png
            a{b:url(x\\20y.png)}                             | -
            a{b:my-url("x.png")}                             | -
            /* url(x.png) */ a{b:url(y.png)}                 | PICTURE y.png
            a{content:"url(x.png)"}                          | -
            a{content:"\\"url(x.png)"}                       | -
            @import "x.css";                                 | STYLE x.css
            @import/**/'x.css' screen;                       | STYLE x.css
            @import url(x.css) supports(a:b);                | STYLE x.css
            @import url("x.css") layer("y.css");             | STYLE x.css
            @IMPORT url(x.css);                              | STYLE x.css
            @important "x.css";                              | -
            @namespace svg url(http://www.w3.org/2000/svg);  | -
            @charset "utf-8"; a{b:url(x.png)}                | PICTURE x.png
            @font-face{src:url(x.woff2)} a{b:url(y.png)}     | FONT x.woff2, PICTURE y.png
            @media print{@font-face{src:url(x)} a{b:url(y)}} | FONT x, PICTURE y
            a{b:image-set("x.png" 1x, "y.png" type("z") 2x)} | PICTURE x.png, PICTURE y.png
            a{b:image-set(url(x.png) 1x)}                    | PICTURE x.png
            a{b:url()}                                       | -
            a{b:url(x.png                                    | PICTURE x.png
            a{b:url("x.png                                   | PICTURE x.png
            a{b:1url(x.png)}                                 | -
            a{b:#url(x.png)}                                 | -
            """)
    void whatIsLoaded(String css, String expected) {
        assertThat(urls(css)).isEqualTo(expected.equals("-") ? List.of() : List.of(expected.split(", ")));
    }

    @Test
    void aStringThatBreaksOffEndsWithItsLine() {
        assertThat(urls("a{b:\"x\n} c{d:url(y.png)}")).containsExactly("PICTURE y.png");
    }

    /** Once a comment of 20,000 stars overflowed the stack. */
    @Test
    void longCommentsStringsAndNestingAreNoTrouble() {
        String stars = "*".repeat(200_000);
        assertThat(urls("/" + stars + "/ a{b:url(x)}")).containsExactly("PICTURE x");
        assertThat(urls("/" + stars + " a{b:url(x)}")).isEmpty();
        assertThat(urls("{".repeat(200_000) + "a{b:url(x)}")).containsExactly("PICTURE x");
        assertThat(urls("a".repeat(500_000) + "(".repeat(500_000) + "url(x)")).containsExactly("PICTURE x");
        assertThat(urls("a{b:\"" + "\\\"".repeat(300_000) + "\";c:url(x)}")).containsExactly("PICTURE x");
    }

    /** Whatever is read: each reference is where it says, in order, and none lies in another. */
    @Property
    void referencesStandWhereTheySay(
            @ForAll
                    @CharRange(from = 'a', to = 'c')
                    @net.jqwik.api.constraints.Chars({
                        '(', ')', '"', '\'', '\\', '/', '*', '{', '}', ';', '@', ' ', '\n', 'u', 'r', 'l'
                    })
                    @StringLength(max = 60)
                    String noise) {
        String css = noise + " url(x.png) " + noise;
        int last = -1;
        for (Reference reference : CssReferences.in(css, 7)) {
            assertThat(css.substring(reference.start() - 7, reference.end() - 7))
                    .isEqualTo(reference.url());
            assertThat(reference.start()).isGreaterThan(last);
            last = reference.end();
        }
    }
}
