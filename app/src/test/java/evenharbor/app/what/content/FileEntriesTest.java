package evenharbor.app.what.content;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FileEntriesTest {

    @ParameterizedTest
    @CsvSource({
        "index.html,text/html",
        "a/INDEX.HTM,text/html",
        "s.css,text/css",
        "s.js,text/javascript",
        "s.mjs,text/javascript",
        "data.json,application/json",
        "site.webmanifest,application/manifest+json",
        "p.svg,image/svg+xml",
        "p.png,image/png",
        "p.jpeg,image/jpeg",
        "p.webp,image/webp",
        "p.avif,image/avif",
        "favicon.ico,image/vnd.microsoft.icon",
        "f.woff2,font/woff2",
        "f.ttf,font/ttf",
        "v.mp4,video/mp4",
        "v.webm,video/webm",
        "a.mp3,audio/mpeg",
        "d.pdf,application/pdf",
        "feed.xml,application/xml",
        "robots.txt,text/plain",
        "notes.md,text/markdown",
        "m.wasm,application/wasm",
        "unknown.zzz,application/octet-stream",
        "none,application/octet-stream",
        ".htaccess,application/octet-stream",
    })
    void aNameStandsForAMediaType(String path, String type) {
        assertThat(FileEntries.mediaType(path)).isEqualTo(type);
    }

    @Test
    void onlyTextThatIsValidAllThroughIsCalledUtf8() {
        byte[] good = "grüße".getBytes(StandardCharsets.UTF_8);
        byte[] legacy = "grüße".getBytes(StandardCharsets.ISO_8859_1);
        String hash = "0".repeat(64);
        assertThat(FileEntries.of("a.html", hash, good).utf8()).isTrue();
        assertThat(FileEntries.of("a.html", hash, legacy).utf8()).isFalse();
        assertThat(FileEntries.of("a.png", hash, good).utf8()).isFalse();
        assertThat(FileEntries.of("a.html", hash, new byte[0]).size()).isZero();
    }
}
