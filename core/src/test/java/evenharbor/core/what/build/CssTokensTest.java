package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Cases of CSS Syntax Level 3, section 4.3; written with ↵ for a new line, → for a tab and ¤ for a form feed. */
class CssTokensTest {

    private static String tokens(String css) {
        CssTokens tokens = new CssTokens(css);
        List<String> all = new ArrayList<>();
        for (CssTokens.Kind kind = tokens.next(); kind != CssTokens.Kind.END; kind = tokens.next()) {
            all.add(
                    switch (kind) {
                        case STRING, URL -> kind + "=" + css.substring(tokens.start(), tokens.end());
                        case OTHER -> tokens.name().isEmpty() ? "OTHER" : tokens.name();
                        case BAD -> "BAD";
                        default -> kind + "=" + tokens.name();
                    });
        }
        return String.join(" ", all).replace("\n", "↵").replace("\t", "→");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "~~ | ~~",
                "/**/ | ~~",
                "/* a */b/*c*/ | IDENTIFIER=b",
                "/*/ x | ~~",
                "/* open | ~~",
                "a/b | IDENTIFIER=a / IDENTIFIER=b",
                "a / * b | IDENTIFIER=a / * IDENTIFIER=b",
                "\"a\" 'b' | STRING=a STRING=b",
                "\"a'b\" | STRING=a'b",
                "\"a\\\"b\" | STRING=a\\\"b",
                "\"a\\↵b\" | STRING=a\\↵b",
                "\"open | STRING=open",
                "\"open\\ | STRING=open\\",
                "\"a↵b | BAD IDENTIFIER=b",
                "'' | STRING=",
                "@import x | AT_KEYWORD=import IDENTIFIER=x",
                "@-x @--y @-1 @ z | AT_KEYWORD=-x AT_KEYWORD=--y @ - OTHER @ IDENTIFIER=z",
                "@ | @",
                "@\\41 b | AT_KEYWORD=Ab",
                "url(a) | URL=a",
                "URL( a ) | URL=a",
                "url(→a¤) | URL=a",
                "url(↵a↵) | URL=a",
                "url() | URL=",
                "url(a b) c | BAD IDENTIFIER=c",
                "url(a\"b) c | BAD IDENTIFIER=c",
                "url(a'b) c | BAD IDENTIFIER=c",
                "url(a(b) c | BAD IDENTIFIER=c",
                "url(a\\)b) c | URL=a\\)b IDENTIFIER=c",
                "url(a b\\)c) d | BAD IDENTIFIER=d",
                "url(a b | BAD",
                "url(open | URL=open",
                "url(open\\ | URL=open\\",
                "url(a  | URL=a",
                "url( | URL=",
                "url(\"a\") | FUNCTION=url STRING=a )",
                "url( 'a') | FUNCTION=url STRING=a )",
                "url | IDENTIFIER=url",
                "url (a) | IDENTIFIER=url ( IDENTIFIER=a )",
                "u\\72l(a) | URL=a",
                "image-set(x) | FUNCTION=image-set IDENTIFIER=x )",
                "-a --b -1 - | IDENTIFIER=-a IDENTIFIER=--b - OTHER -",
                "-\\41 x | IDENTIFIER=-Ax",
                "_a a_1-Z9 | IDENTIFIER=_a IDENTIFIER=a_1-Z9",
                "a z A Z | IDENTIFIER=a IDENTIFIER=z IDENTIFIER=A IDENTIFIER=Z",
                "[ ` { @ ^ | [ ` { @ ^",
                "é ÿx \u0080 | IDENTIFIER=é IDENTIFIER=ÿx IDENTIFIER=\u0080",
                "0 9px 12e3 #fff #0a | OTHER OTHER OTHER OTHER OTHER",
                ": ; / | : ; /",
                "\\41 | IDENTIFIER=A",
                "\\41 b | IDENTIFIER=Ab",
                "\\000041b | IDENTIFIER=Ab",
                "\\0000411 | IDENTIFIER=A1",
                "\\41→b | IDENTIFIER=Ab",
                "\\g | IDENTIFIER=g",
                "\\😀x | IDENTIFIER=😀x",
                "a\\1F600 b | IDENTIFIER=a😀b",
                "\\0 x | IDENTIFIER=\uFFFDx",
                "\\D7FF x | IDENTIFIER=\uD7FFx",
                "\\D800 x | IDENTIFIER=\uFFFDx",
                "\\DFFF x | IDENTIFIER=\uFFFDx",
                "\\E000 x | IDENTIFIER=\uE000x",
                "\\10FFFF x | IDENTIFIER=\uDBFF\uDFFFx",
                "\\110000 x | IDENTIFIER=\uFFFDx",
                "\\↵a | \\ IDENTIFIER=a",
                "\\¤a | \\ IDENTIFIER=a",
                "\\ | \\",
                "a\\ | IDENTIFIER=a \\",
            })
    void aTokenIsWhatTheStandardSays(String css, String expected) {
        String text = css.replace('↵', '\n').replace('→', '\t').replace('¤', '\f');
        assertThat(tokens(text)).isEqualTo(expected);
    }

    @Property
    void whateverIsReadIsReadToItsEnd(@ForAll String css) {
        assertThat(tokens(css)).isNotNull();
        // A rule behind it is read all the same, unless a string, a comment or a URL is still open.
        assertThat(tokens(css + "\n\"\n*/)\n*/ ; @import 'x';")).endsWith(";");
    }
}
