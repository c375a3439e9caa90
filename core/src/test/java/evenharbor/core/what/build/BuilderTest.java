package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class BuilderTest {

    private final MemoryWorkshop workshop = new MemoryWorkshop();

    private FileEntry text(String text) {
        return workshop.put(text);
    }

    private Manifest site(String... pathsAndTexts) {
        return workshop.site(pathsAndTexts);
    }

    private String built(Manifest build, String path) {
        return workshop.text(build, path);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "<img src=\"a.png\"> | <img src=\"a.png?v=PIN\">",
                "<img src=a.png> | <img src=a.png?v=PIN>",
                "<IMG SRC='./a.png'> | <IMG SRC='./a.png?v=PIN'>",
                "<img src=\"/a.png\"> | <img src=\"/a.png?v=PIN\">",
                "<img src=\" a.png \"> | <img src=\" a.png?v=PIN \">",
                "<img src=\"x/../a.png#top\"> | <img src=\"x/../a.png?v=PIN#top\">",
                "<img src=\"%61.png\"> | <img src=\"%61.png?v=PIN\">",
                "<img srcset=\"a.png 1x, a.png 2x\"> | <img srcset=\"a.png?v=PIN 1x, a.png?v=PIN 2x\">",
                "<picture><source srcset=\"a.png\"></picture> | <picture><source srcset=\"a.png?v=PIN\"></picture>",
                "<video poster=a.png></video> | <video poster=a.png?v=PIN></video>",
                "<link rel=\"icon\" href=\"a.png\"> | <link rel=\"icon\" href=\"a.png?v=PIN\">",
                "<link rel=\"preload\" as=image href=\"a.png\"> | <link rel=\"preload\" as=image href=\"a.png?v=PIN\">",
                "<script src=\"a.png\"></script> | <script src=\"a.png?v=PIN\"></script>",
                "<p style=\"background:url(a.png)\">x</p> | <p style=\"background:url(a.png?v=PIN)\">x</p>",
                "<style>p{background:url('a.png')}</style> | <style>p{background:url('a.png?v=PIN')}</style>",
                "<svg><image href=\"a.png\"/></svg> | <svg><image href=\"a.png?v=PIN\"/></svg>",
            })
    void whatAPageLoadsIsNamedByContent(String page, String wanted) {
        Manifest build = Builder.build(
                site("index.html", page, "a.png", "picture"), Settings.DEFAULT, Builder.BuildOptions.PLAIN, workshop);
        String pin = Pin.of(build.at("a.png").orElseThrow());
        assertThat(built(build, "index.html")).isEqualTo(wanted.replace("PIN", pin));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<a href=\"a.png\">a picture to share</a>",
                "<img src=\"https://elsewhere.example/a.png\">",
                "<img src=\"//elsewhere.example/a.png\">",
                "<img src=\"data:image/png;base64,a.png\">",
                "<img src=\"a.png?size=2\">",
                "<img src=\"missing.png\">",
                "<script type=\"module\" src=\"a.png\"></script>",
                "<link rel=\"canonical\" href=\"a.png\">",
                "<!-- <img src=\"a.png\"> -->",
                "<base href=\"/elsewhere/\"><img src=\"a.png\">",
                "<iframe src=\"other.html\"></iframe>",
                "<style>/* url(a.png) */</style>",
            })
    void everythingElseStaysToTheByte(String page) {
        Manifest source = site("index.html", page, "a.png", "picture", "other.html", "other");
        assertThat(Builder.build(source, Settings.DEFAULT, Builder.BuildOptions.PLAIN, workshop))
                .isEqualTo(source);
        assertThat(workshop.edits).isZero();
    }

    @Test
    void aPictureChangedBehindAStyleSheetChangesThePagesAddressOfTheSheet() {
        String page = "<link rel=stylesheet href=css/style.css>";
        String css = "@import 'base.css'; p { background: url(../img/a.png) }";
        Manifest one = Builder.build(
                site("index.html", page, "css/style.css", css, "css/base.css", "b{}", "img/a.png", "1"),
                Settings.DEFAULT,
                Builder.BuildOptions.PLAIN,
                workshop);
        Manifest two = Builder.build(
                site("index.html", page, "css/style.css", css, "css/base.css", "b{}", "img/a.png", "2"),
                Settings.DEFAULT,
                Builder.BuildOptions.PLAIN,
                workshop);
        assertThat(built(one, "index.html")).isNotEqualTo(built(two, "index.html"));
        assertThat(built(one, "css/style.css"))
                .contains("'base.css?v=" + Pin.of(one.at("css/base.css").orElseThrow()))
                .contains("a.png?v=" + Pin.of(one.at("img/a.png").orElseThrow()));
        assertThat(built(two, "index.html"))
                .contains("?v=" + Pin.of(two.at("css/style.css").orElseThrow()));
    }

    @Test
    void styleSheetsThatImportEachOtherInARingAreBuilt() {
        Manifest source = site(
                "a.css", "@import 'b.css';", "b.css", "@import 'a.css';", "i.html", "<link rel=stylesheet href=a.css>");
        Manifest build = Builder.build(source, Settings.DEFAULT, Builder.BuildOptions.PLAIN, workshop);
        assertThat(built(build, "i.html"))
                .contains("a.css?v=" + Pin.of(build.at("a.css").orElseThrow()));
    }

    @Test
    void sameInputSameBytes() {
        Manifest source =
                site("index.html", "<img src=a.png><link rel=stylesheet href=s.css>", "a.png", "p", "s.css", "x{}");
        assertThat(Builder.build(source, Settings.DEFAULT, Builder.BuildOptions.PLAIN, workshop))
                .isEqualTo(Builder.build(source, Settings.DEFAULT, Builder.BuildOptions.PLAIN, workshop));
    }

    @Test
    void withoutPinningTheFilesGoOutAsTheyAre() {
        Manifest source = site("index.html", "<img src=a.png>", "a.png", "p");
        assertThat(Builder.build(source, new Settings(true, false), Builder.BuildOptions.PLAIN, workshop))
                .isEqualTo(source);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "<a href=\"/x.html\"> | <a href=\"/spring/x.html\">",
                "<a href='/'> | <a href='/spring/'>",
                "<a href=/x.html#y> | <a href=/spring/x.html#y>",
                "<a href=\"x.html\"> | <a href=\"x.html\">",
                "<a href=\"//elsewhere.example/\"> | <a href=\"//elsewhere.example/\">",
                "<a href=\"https://elsewhere.example/\"> | <a href=\"https://elsewhere.example/\">",
                "<a href=\"#top\"> | <a href=\"#top\">",
                "<img src=\"/a.png\"> | <img src=\"/spring/a.png?v=PIN\">",
                "<img src=\"a.png\"> | <img src=\"a.png?v=PIN\">",
                "<img srcset=\"/a.png 1x, /a.png 2x\"> | <img srcset=\"/spring/a.png?v=PIN 1x, /spring/a.png?v=PIN 2x\">",
                "<form action=\"/send\"> | <form action=\"/spring/send\">",
                "<iframe src=\"/x.html\"></iframe> | <iframe src=\"/spring/x.html\"></iframe>",
                "<p style=\"background:url(/a.png)\">x</p> | <p style=\"background:url(/spring/a.png?v=PIN)\">x</p>",
                "<style>p{background:url('/a.png')}</style> | <style>p{background:url('/spring/a.png?v=PIN')}</style>",
                "<link rel=canonical href=/x.html> | <link rel=canonical href=/spring/x.html>",
                "<meta http-equiv=refresh content=\"0; url=/x.html\"> | <meta http-equiv=refresh content=\"0; url=/spring/x.html\">",
                "<base href=\"/\"><img src=\"/a.png\"> | <base href=\"/spring/\"><img src=\"/spring/a.png\">",
                "<script type=module src=/m.js></script> | <script type=module src=/spring/m.js></script>",
                "<a href=\"/?q=1\"> | <a href=\"/spring/?q=1\">",
            })
    void underAPathWhatBeginsAtTheTopIsLedUnderIt(String page, String wanted) {
        Manifest build = Builder.build(
                site("index.html", page, "a.png", "picture"),
                Settings.DEFAULT,
                new Builder.BuildOptions("/spring", Map.of(), Reach.UNTOLD),
                workshop);
        String pin = Pin.of(build.at("a.png").orElseThrow());
        assertThat(built(build, "index.html")).isEqualTo(wanted.replace("PIN", pin));
    }

    @Test
    void aStyleSheetIsLedUnderThePathToo() {
        Manifest source =
                site("css/s.css", "@import '/css/t.css'; p{background:url(/a.png)}", "css/t.css", "b{}", "a.png", "1");
        Manifest build = Builder.build(
                source, new Settings(true, false), new Builder.BuildOptions("/x/y", Map.of(), Reach.UNTOLD), workshop);
        assertThat(built(build, "css/s.css")).isEqualTo("@import '/x/y/css/t.css'; p{background:url(/x/y/a.png)}");
        assertThat(Builder.build(
                        source,
                        new Settings(true, false),
                        new Builder.BuildOptions("/x/y", Map.of(), Reach.UNTOLD),
                        workshop))
                .isEqualTo(build);
    }

    @Test
    void urlsByPlainHttpToSecureHostsOfOnesOwnBecomeSecureAndNoOthersDo() {
        String page = "<a href='http://Papermoon.example/x?y#z'>a</a><img src='http://papermoon.example:7080/p.png'>"
                + "<a href=\"http://papermoon.example\">b</a><a href='http://other.example/'>c</a>"
                + "<a href='http://papermoon.example.org/'>d</a><a href='https://papermoon.example/'>e</a>"
                + "<p>http://papermoon.example/ in words</p>";
        Builder.BuildOptions options = new Builder.BuildOptions(
                "",
                Map.of("papermoon.example", "papermoon.example", "papermoon.example:7080", "papermoon.example:7443"),
                Reach.UNTOLD);
        Manifest build = Builder.build(site("index.html", page), new Settings(true, false), options, workshop);
        assertThat(built(build, "index.html"))
                .isEqualTo("<a href='https://papermoon.example/x?y#z'>a</a>"
                        + "<img src='https://papermoon.example:7443/p.png'>"
                        + "<a href=\"https://papermoon.example\">b</a><a href='http://other.example/'>c</a>"
                        + "<a href='http://papermoon.example.org/'>d</a><a href='https://papermoon.example/'>e</a>"
                        + "<p>http://papermoon.example/ in words</p>");
        Manifest css = Builder.build(
                site("a.css", "body{background:url(http://papermoon.example/b.png)}"),
                new Settings(true, false),
                options,
                workshop);
        assertThat(built(css, "a.css")).isEqualTo("body{background:url(https://papermoon.example/b.png)}");
    }
}
