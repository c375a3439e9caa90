package evenharbor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files whose hashes are known are not read again, and each that differs is. */
class HashCacheTest {

    private static final String OF_ONE = "7692c3ad3540bb803c020b3aee66cd8887123234ea0c6e7143c0add73ff431ed";

    @TempDir
    private Path home;

    private Path cache;
    private Path pages;
    private Path page;

    @BeforeEach
    void aPageThatIsSettled() throws IOException {
        cache = home.resolve("caches/pages.hashes");
        pages = Files.createDirectory(home.resolve("pages"));
        page = Files.writeString(pages.resolve("index.html"), "one");
    }

    private Map<String, String> read() {
        return Folder.read(pages, HashCache.open(cache)).stream()
                .collect(Collectors.toMap(Folder.Entry::path, Folder.Entry::hash));
    }

    /** As if it had been read a while after it was written. */
    private void keepAsSettled(String hash) throws IOException {
        HashCache.Stamp stamp = HashCache.Stamp.of(page);
        HashCache.open(cache)
                .keep(
                        List.of(new Folder.Entry("index.html", stamp.size(), hash, page, stamp)),
                        Math.max(stamp.modified(), stamp.changed()) + 3_000_000_000L);
    }

    @Test
    void whatStandsAsItDidIsNotReadAgain() throws IOException {
        keepAsSettled("told");
        assertThat(read()).containsEntry("index.html", "told");
    }

    @Test
    void whatWasWrittenJustBeforeItWasReadIsReadAgain() throws IOException {
        read();
        assertThat(Files.readAllLines(cache)).hasSize(1);
        assertThat(read()).containsEntry("index.html", OF_ONE);
    }

    @Test
    void anotherContentOfTheSameSizeAndTimeIsSeen() throws IOException {
        FileTime time = FileTime.from(Instant.parse("2020-01-01T00:00:00Z"));
        Files.writeString(page, "two");
        Files.setLastModifiedTime(page, time);
        keepAsSettled("other");
        Files.writeString(page, "one");
        Files.setLastModifiedTime(page, time);
        assertThat(read()).containsEntry("index.html", OF_ONE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "nonsense", "even-harbor hashes 1\n3 4", "even-harbor hashes 1\nx y z a index.html\n"})
    void aDamagedCacheIsDoneWithout(String damage) throws IOException {
        Files.createDirectories(cache.getParent());
        Files.writeString(cache, damage);
        assertThat(read()).containsEntry("index.html", OF_ONE);
    }

    @Test
    void whereNothingCanBeKeptAllIsRead() throws IOException {
        Files.writeString(home.resolve("caches"), "a file where the folder would be");
        assertThat(read()).containsEntry("index.html", OF_ONE);
    }
}
