package evenharbor.core.what.version;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ManifestTest {

    private static final FileEntry PAGE = new FileEntry("a1".repeat(32), 7, "text/html", true);
    private static final FileEntry IMAGE = new FileEntry("b2".repeat(32), 5, "image/png", false);
    private static final Manifest SITE =
            Manifest.of(Map.of("index.html", PAGE, "img/a b.png", IMAGE, "img/b.png", IMAGE, "imgs.html", PAGE));

    @Test
    void countsAndFindsItsFiles() {
        assertThat(SITE.count()).isEqualTo(4);
        assertThat(SITE.bytes()).isEqualTo(24);
        assertThat(SITE.entries()).containsExactly(IMAGE, IMAGE, PAGE, PAGE);
        assertThat(SITE.at("index.html")).contains(PAGE);
        assertThat(SITE.at("none")).isEmpty();
        assertThat(SITE.under("img/")).containsExactly("img/a b.png", "img/b.png");
        assertThat(SITE.under("index.html")).containsExactly("index.html");
        assertThat(SITE.under("img")).isEmpty();
        assertThat(SITE).hasToString("4 files, 24 bytes");
    }

    @Test
    void isTheSameAfterItWasWrittenAndRead() {
        byte[] written = SITE.toBytes();
        assertThat(new String(written, StandardCharsets.UTF_8))
                .startsWith("manifest 1\n" + "b2".repeat(32) + " 5 image/png - img/a b.png\n")
                .endsWith("\n" + "a1".repeat(32) + " 7 text/html utf-8 index.html\n");
        assertThat(Manifest.fromBytes(written)).isEqualTo(SITE).hasSameHashCodeAs(SITE);
        assertThat(Manifest.fromBytes("manifest 1\n".getBytes(StandardCharsets.UTF_8))
                        .count())
                .isZero();
        assertThatThrownBy(() -> Manifest.fromBytes("manifest 2\n".getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("manifest 1");
    }

    /** Cut off, or with something else where a number was: neither reader goes on for ever, or makes something up. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "manifest 1",
                "manifest 1\nabc",
                "manifest 1\nabc 1 text/html utf-8 a.html",
                "manifest 1\nabc 1 text/html utf-8 a.html\nabd 2",
                "manifest 1\n\n"
            })
    void aDamagedOneIsRefused(String written) {
        byte[] bytes = written.getBytes(StandardCharsets.UTF_8);
        assertTimeoutPreemptively(Duration.ofSeconds(10), () -> {
            assertThatThrownBy(() -> Manifest.fromBytes(bytes)).isInstanceOf(IllegalArgumentException.class);
            assertThatThrownBy(() -> Manifest.contents(bytes, hash -> {})).isInstanceOf(IllegalArgumentException.class);
        });
    }

    @Test
    void oneWithOtherFilesIsAnother() {
        Manifest other = SITE.with(files -> files.remove("index.html"));
        assertThat(other).isNotEqualTo(SITE);
        assertThat(other.count()).isEqualTo(3);
        assertThat(SITE.count()).isEqualTo(4);
        assertThat(other.hashCode()).isNotEqualTo(SITE.hashCode());
    }
}
