package evenharbor.core.what.draft;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SitePathTest {

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "index.html, /, '', index.html, html",
                "a/index.html, /a/, a/, index.html, html",
                "a/b.HTM, /a/b.HTM, a/, b.HTM, htm",
                "a/myindex.html, /a/myindex.html, a/, myindex.html, html",
                "a.b/c, /a.b/c, a.b/, c, ''",
                ".env, /.env, '', .env, ''",
                "x.tar.GZ, /x.tar.GZ, '', x.tar.GZ, gz",
                "dot., /dot., '', dot., ''",
            })
    void isTakenApart(String path, String asked, String folder, String name, String ending) {
        assertThat(SitePath.requestPath(path)).isEqualTo(asked);
        assertThat(SitePath.folderOf(path)).isEqualTo(folder);
        assertThat(SitePath.nameOf(path)).isEqualTo(name);
        assertThat(SitePath.endingOf(path)).isEqualTo(ending);
        assertThat(SitePath.isPage(path)).isEqualTo(ending.startsWith("htm"));
    }

    @ParameterizedTest
    @CsvSource({
        "a/b.html, a/b.html",
        "a//./b.html, a/b.html",
        "/a/b.html, ABSOLUTE",
        "a\\b.html, a/b.html",
        "a/../b.html, TRAVERSAL",
        "a/b\u0001.html, CONTROL_CHARACTER",
        "a/b\u001f.html, CONTROL_CHARACTER",
        "a/b\u007f.html, CONTROL_CHARACTER",
        "'a/ b.html', 'a/ b.html'",
        "/, ABSOLUTE",
        "., NO_NAME",
    })
    void isCleanedOrRefused(String raw, String expected) {
        assertThat(read(raw)).isEqualTo(expected);
    }

    @Test
    void namesAndPathsHaveALength() {
        assertThat(read("n".repeat(255))).hasSize(255);
        assertThat(read("n".repeat(256))).isEqualTo("NAME_TOO_LONG");
        assertThat(read("é".repeat(128))).isEqualTo("NAME_TOO_LONG");
        String folders = ("f".repeat(99) + "/").repeat(10);
        assertThat(read(folders + "g".repeat(24))).hasSize(1024);
        assertThat(read(folders + "g".repeat(25))).isEqualTo("NAME_TOO_LONG");
    }

    private static String read(String raw) {
        SitePath.Reading reading = SitePath.read(raw);
        return reading instanceof SitePath.Clean clean
                ? clean.path()
                : ((SitePath.Refused) reading).problem().kind().name();
    }

    @ParameterizedTest
    @CsvSource({
        ".env, true, true",
        "a/.git/config, true, true",
        ".well-known/security.txt, false, false",
        ".well-known/.env, true, true",
        "a/.well-known/x, true, true",
        "a.b/c, false, false",
        "THUMBS.db, false, true",
        "a/Desktop.INI, false, true",
        "__MACOSX/a, false, true",
        "a/__MACOSX/b, false, false",
    })
    void whatIsHiddenOrLeftAboutIsNoPage(String path, boolean hidden, boolean leftover) {
        assertThat(SitePath.isHidden(path)).isEqualTo(hidden);
        assertThat(SitePath.isLeftover(path)).isEqualTo(leftover);
    }
}
