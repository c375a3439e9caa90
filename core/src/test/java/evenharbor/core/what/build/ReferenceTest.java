package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.FileEntry;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReferenceTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "a.png | img/a.png",
                "./a.png | img/a.png",
                "../a.png | a.png",
                "../../../a.png | a.png",
                "x/../a.png | img/a.png",
                "/a.png | a.png",
                "/a//b.png | a/b.png",
                "/a.png#top | a.png",
                "#top | -",
                "'' | -",
                "//cdn.example/a.png | -",
                "http://x.example/a.png | -",
                ":a.png | -",
                "data:image/png;base64,AA | -",
                "a/b:c.png | img/a/b:c.png",
                "/b:c.png | b:c.png",
                "?a | -",
                "a.png?v=1 | -",
                "a.png&b | -",
                "&a | -",
                "a%20b.png | img/a b.png",
                "a+b%20c.png | img/a+b c.png",
                "a%zz.png | -",
                "a+b.png | img/a+b.png",
            })
    void leadsToAPathOfTheSiteOrNowhere(String url, String target) {
        Reference reference = new Reference(0, url.length(), url, true, Reference.Use.PICTURE);
        assertThat(reference.target("img/page.html")).isEqualTo(Optional.ofNullable(target));
        assertThat(reference.fromTheTop()).isEqualTo(url.startsWith("/") && !url.startsWith("//"));
    }

    @Test
    void aPinNamesOneContentByTwelveDigits() {
        FileEntry file = new FileEntry("0123456789abcdef".repeat(4), 1, "text/css", true);
        assertThat(Pin.of(file)).isEqualTo("0123456789ab");
        assertThat(Pin.names("0123456789ab", file)).isTrue();
        assertThat(Pin.names("0123456789a", file)).isFalse();
        assertThat(Pin.names("0123456789abc", file)).isFalse();
        assertThat(Pin.names("1123456789ab", file)).isFalse();
    }
}
