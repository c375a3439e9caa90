package evenharbor.core.hosting.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Folders on hosts. */
class HostFolderTest {

    @ParameterizedTest
    @CsvSource({
        "'/public_html/', /public_html",
        "' public_html ', public_html",
        "'\\site\\wwwroot', /site/wwwroot",
        "'~/www', www",
        "'~', ''",
        "'/a//b/./c', /a/b/c",
        "'/a/../../etc', /etc",
        "'../..', ''",
        "'/', '/'",
        "'', ''"
    })
    void isCleanedAndLeadsNowhereElse(String typed, String clean) {
        assertThat(HostFolder.clean(typed)).isEqualTo(clean);
        assertThat(HostFolder.clean(clean)).isEqualTo(clean);
    }

    @ParameterizedTest
    @CsvSource({
        "web/trial, web, true, trial/",
        "web/a/b, web, true, a/b/",
        "web, '', true, web/",
        "website, web, false,",
        "web, web/trial, false,",
    })
    void liesWithinAnother(String folder, String other, boolean within, String inside) {
        assertThat(HostFolder.within(folder, other)).isEqualTo(within);
        if (within) {
            assertThat(HostFolder.inside(folder, other)).isEqualTo(inside);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "public_html, '', ''",
        "public_html, other, ''",
        "public_html, public_html, trial",
        "/public_html, public_html, trial",
        "public_html, /public_html public_html/trial, place2",
        "public_html, public_html public_html/trial public_html/place2, place3",
        "public_html, public_html public_html/place2, trial",
        "'', public_html, ''",
        "/, / /trial, place2",
    })
    void aFreeOneIsNamedBelowOneThatIsInUse(String folder, String used, String name) {
        List<String> all = List.of(used.split(" "));
        assertThat(HostFolder.free(folder, used.isEmpty() ? List.of() : all)).isEqualTo(name);
    }

    @ParameterizedTest
    @CsvSource({"'', trial, trial", "/, trial, /trial", "a/b, trial, a/b/trial", "a/b, '', a/b"})
    void isNamedBelowAnother(String folder, String name, String below) {
        assertThat(HostFolder.below(folder, name)).isEqualTo(below);
    }

    @ParameterizedTest
    @CsvSource({
        "SFTP, ftp.example, me, FTPS, FTP.Example, me, true",
        "FTP, ftp.example, me, FTPS, ftp.example, Me, false",
        "FTP, ftp.example, me, FTP, www.example, me, false",
        "FOLDER, Shared, '', FOLDER, Shared, '', true",
        "FOLDER, Shared, '', FOLDER, shared, '', false",
        "FOLDER, shared, '', FTP, shared, '', false",
    })
    void belongsToAnAccountThatIsOneByWhicheverProtocol(
            Protocol a, String serverA, String userA, Protocol b, String serverB, String userB, boolean same) {
        assertThat(HostAccount.of(a, serverA, userA).equals(HostAccount.of(b, serverB, userB)))
                .isEqualTo(same);
    }

    @Test
    void mayBeSeenUnderItsLastNames() {
        assertThat(HostFolder.shownUnder("/home/tick/www")).containsExactly("/www/", "/tick/www/", "/home/tick/www/");
        assertThat(HostFolder.shownUnder("")).isEmpty();
        assertThat(HostFolder.likely(List.of("mail", "WWW", "logs", "public_html")))
                .containsExactly("public_html", "WWW");
    }

    @ParameterizedTest
    @EnumSource(HostFault.class)
    void eachFaultSaysWhatHappenedAndWhatToDoAndHasItsStep(HostFault fault) {
        assertThat(fault.what()).endsWith(".").hasSizeGreaterThan(15);
        assertThat(fault.mend()).endsWith(".").hasSizeGreaterThan(15);
        assertThat(HostStep.of(fault)).isNotNull();
    }

    @ParameterizedTest
    @CsvSource({
        "public_html, /public_html/, ''",
        "/home/m/public_html, /public_html/, /home/m",
        "/web/site, /web/site/, ''",
        "/web/site, /other/, ''",
    })
    void whatIsAboveTheNamesSeenInUrls(String folder, String under, String above) {
        assertThat(HostFolder.above(folder, under)).isEqualTo(above);
    }
}
