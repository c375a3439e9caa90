package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.build.MixedContent.Fate;
import evenharbor.core.what.build.MixedContent.Finding;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** U stands for a URL by plain HTTP to a host of others. */
class MixedContentTest {

    private static final String U = "http://others.example/x";

    private static List<Finding> in(String path, String text) {
        return MixedContent.in(path, text.replace("U!", U), Set.of("papermoon.example"));
    }

    @ParameterizedTest(name = "{1} of {0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "<script src='U!'></script> | BLOCKED",
                "<script src=U!></script> | BLOCKED",
                "<script type='module' src=\"U!\"></script> | BLOCKED",
                "<script type='text/javascript' src='U!'></script> | BLOCKED",
                "<script defer async src='U!'></script> | BLOCKED",
                "<SCRIPT SRC='HTTP://OTHERS.EXAMPLE/X'></SCRIPT> | BLOCKED",
                "<script src='  U!  '></script> | BLOCKED",
                "<script src='http&#58;//others.example/x'></script> | BLOCKED",
                "<script src='&#104;ttp://others.example/x'></script> | BLOCKED",
                "<link rel='stylesheet' href='U!'> | BLOCKED",
                "<link rel='alternate stylesheet' href='U!'> | BLOCKED",
                "<link rel=preload as=font href='U!'> | BLOCKED",
                "<link rel=modulepreload href='U!'> | BLOCKED",
                "<link rel='prefetch' href='U!'> | BLOCKED",
                "<link rel='manifest' href='U!'> | BLOCKED",
                "<style>@import 'U!';</style> | BLOCKED",
                "<style>@import url(U!);</style> | BLOCKED",
                "<style>@import url('U!') screen;</style> | BLOCKED",
                "<style>@font-face { font-family: x; src: url(U!) }</style> | BLOCKED",
                "<style>@font-face { src: local('x'), url(\"U!\") format('woff2'); }</style> | BLOCKED",
                "<iframe src='U!'></iframe> | BLOCKED",
                "<frameset><frame src='U!'></frameset> | BLOCKED",
                "<object data='U!'></object> | BLOCKED",
                "<embed src='U!'> | BLOCKED",
                "<img srcset='U! 2x' src='a.png'> | BLOCKED",
                "<img srcset='a.png 1x, U! 2x'> | BLOCKED",
                "<picture><source srcset='U!'><img src='a.png'></picture> | BLOCKED",
                "<picture><source srcset='a.webp 100w, U! 200w' media='(min-width: 1px)'></picture> | BLOCKED",
                "<video><track src='U!'></video> | BLOCKED",
                "<svg><use href='U!#a'/></svg> | BLOCKED",
                "<base href='http://others.example/'><img src='a.png'> | BLOCKED",
                "<img src='U!'> | UPGRADED",
                "<img src=\"U!\" alt=''> | UPGRADED",
                "<img loading=lazy src='U!'> | UPGRADED",
                "<IMG SRC='HTTP://others.example/x'> | UPGRADED",
                "<img src='http://user@others.example:8080/x?a=1#b'> | UPGRADED",
                "<img src='http:\\\\others.example/x'> | UPGRADED",
                "<audio src='U!'></audio> | UPGRADED",
                "<audio><source src='U!'></audio> | UPGRADED",
                "<video src='U!'></video> | UPGRADED",
                "<video poster='U!'></video> | UPGRADED",
                "<video><source src='U!' type='video/mp4'></video> | UPGRADED",
                "<input type='image' src='U!'> | UPGRADED",
                "<svg><image href='U!'/></svg> | UPGRADED",
                "<svg><image xlink:href='U!'/></svg> | UPGRADED",
                "<link rel='icon' href='U!'> | UPGRADED",
                "<link rel='shortcut icon' href='U!'> | UPGRADED",
                "<link rel='apple-touch-icon' href='U!'> | UPGRADED",
                "<body background='U!'> | UPGRADED",
                "<p style='background: url(U!)'> | UPGRADED",
                "<p style=\"background-image: url('U!')\"> | UPGRADED",
                "<p style='background: url(&quot;U!&quot;)'> | UPGRADED",
                "<style>p { list-style: url(U!) }</style> | UPGRADED",
                "<style>p { content: url( 'U!' ) } @font-face { src: url(a.woff2) }</style> | UPGRADED",
                "<meta http-equiv='Content-Security-Policy' content='upgrade-insecure-requests'><script src='U!'></script> | UPGRADED",
                "<meta http-equiv='content-security-policy' content=\"default-src 'self'; Upgrade-Insecure-Requests\"><iframe src='U!'></iframe> | UPGRADED",
                "<form action='U!'></form> | WARNED",
                "<form method='post' action='U!'><input></form> | WARNED",
                "<form><button formaction='U!'>x</button></form> | WARNED",
                "<form><input type='submit' formaction='U!'></form> | WARNED",
            })
    void whatIsLoadedByPlainHttpIsFoundAndToldApart(String html, Fate fate) {
        String page = "<!doctype html>\n<title>x</title>\n" + html + "\n<p>end</p>";
        List<Finding> found = in("index.html", page);
        assertThat(found).hasSize(1);
        assertThat(found.get(0).fate()).isEqualTo(fate);
        assertThat(found.get(0).line()).isEqualTo(3);
        assertThat(found.get(0).path()).isEqualTo("index.html");
        assertThat(found.get(0).own()).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<a href='U!'>a link is no load</a>",
                "<p>U! in the text</p>",
                "<area href='U!'>",
                "<blockquote cite='U!'>x</blockquote>",
                "<q cite='U!'>x</q>",
                "<link rel='canonical' href='U!'>",
                "<link rel='alternate' hreflang='de' href='U!'>",
                "<link rel='author' href='U!'>",
                "<link rel='next' href='U!'>",
                "<link rel='dns-prefetch' href='U!'>",
                "<link rel='preconnect' href='U!'>",
                "<link rel='license' href='U!'>",
                "<meta http-equiv='refresh' content='5; url=U!'>",
                "<meta property='og:image' content='U!'>",
                "<!-- <script src='U!'></script> -->",
                "<!-- <img src='U!'> -->",
                "<template><img src='U!'></template>",
                "<template><style>p { background: url(U!) }</style></template>",
                "<script>const at = 'U!';</script>",
                "<script>// <img src='U!'>\n</script>",
                "<script type='application/ld+json'>{\"@context\": \"U!\"}</script>",
                "<script type='text/template' src='U!'></script>",
                "<style>/* url(U!) */</style>",
                "<style>/* @import 'U!'; */ p { color: red }</style>",
                "<img src='https://others.example/x'>",
                "<img src='//others.example/x'>",
                "<img src='/http://others.example/x'>",
                "<img src='pictures/http.png'>",
                "<img src='http.png'>",
                "<img src='./http/a.png'>",
                "<img src='data:image/svg+xml,<svg xmlns=&quot;U!&quot;/>'>",
                "<img alt='U!' src='a.png'>",
                "<img data-src='U!' src='a.png'>",
                "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink'><path d=''/></svg>",
                "<html xmlns='http://www.w3.org/1999/xhtml'><p>x</p>",
                "<img src='http://localhost:3000/a.png'>",
                "<img src='http://127.0.0.1/a.png'>",
                "<script src='http://[::1]:8080/a.js'></script>",
                "<form action='https://others.example/'></form>",
                "<textarea><img src='U!'></textarea>",
                "<a href='https://others.example/?back=U!'>x</a>",
                "<input value='U!'>",
            })
    void cleanPagesAreFoundClean(String html) {
        assertThat(in("index.html", "<!doctype html>" + html)).isEmpty();
    }

    @Test
    void styleSheetsAreReadByThemselves() {
        List<Finding> found = in(
                "css/a.css",
                "@import 'U!';\n/* url(U!) */\n@font-face {\n  src: url(U!);\n}\np { background: url(U!) }\n");
        assertThat(found).extracting(Finding::line).containsExactly(1, 4, 6);
        assertThat(found)
                .extracting(Finding::use)
                .containsExactly(Reference.Use.STYLE, Reference.Use.FONT, Reference.Use.PICTURE);
    }

    @Test
    void onesOwnHostsAreToldFromOthers() {
        List<Finding> found = in(
                "index.html",
                "<img src='http://Papermoon.example:7080/a.png'><img src='http://papermoon.example.org/a.png'>");
        assertThat(found).extracting(Finding::own).containsExactly(true, false);
    }
}
