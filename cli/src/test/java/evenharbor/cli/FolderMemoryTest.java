package evenharbor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files whose hashes are known are not read again, and each that differs is. */
class FolderMemoryTest {

    private static final String OF_ONE = "7692c3ad3540bb803c020b3aee66cd8887123234ea0c6e7143c0add73ff431ed";

    @TempDir
    private Path home;

    private Path cache;
    private Path pages;
    private Path page;

    @BeforeEach
    void aPageThatIsSettled() throws IOException {
        cache = home.resolve("caches/pages.folder");
        pages = Files.createDirectory(home.resolve("pages"));
        page = Files.writeString(pages.resolve("index.html"), "one");
    }

    private Map<String, String> read() {
        Folder.Reading reading = Folder.read(pages, FolderMemory.open(cache));
        reading.remember("site 1");
        return reading.entries().stream().collect(Collectors.toMap(Folder.Entry::path, Folder.Entry::hash));
    }

    /** As if it had been read a while after it was written. */
    private void keepAsSettled(String hash) throws IOException {
        FolderMemory.Stamp stamp = FolderMemory.Stamp.of(page);
        FolderMemory none = FolderMemory.open(cache);
        Folder.Entry entry = new Folder.Entry("index.html", stamp.size(), hash, page, stamp);
        long later = Math.max(stamp.modified(), stamp.changed()) + 3_000_000_000L;
        new Folder.Reading(none, List.of(entry), later).remember("site 1");
    }

    @Test
    void whatStandsAsItDidIsNotReadAgain() throws IOException {
        keepAsSettled("told");
        assertThat(read()).containsEntry("index.html", "told");
    }

    @Test
    void whatWasWrittenJustBeforeItWasReadIsReadAgain() throws IOException {
        read();
        Files.writeString(cache, Files.readString(cache).replace(OF_ONE, "0".repeat(64)));
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
    @ValueSource(
            strings = {
                "",
                "nonsense",
                "even-harbor folder 1\n3 4",
                "even-harbor folder 1\nsite 1\n1\n= x y z a index.html\n"
            })
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

    private Optional<FolderMemory.Difference> since(String draft) {
        FolderMemory memory = FolderMemory.open(cache);
        return memory.since(draft, Folder.read(pages, memory).entries());
    }

    @Test
    void whatDiffersFromTheDraftItBecameIsTold() throws IOException {
        Files.writeString(pages.resolve("gone.html"), "gone");
        Files.writeString(pages.resolve("same.html"), "same");
        read();
        assertThat(since("site 1"))
                .hasValueSatisfying(none -> assertThat(none.isNone()).isTrue());
        Files.writeString(page, "two");
        Files.writeString(pages.resolve("new.html"), "new");
        Files.delete(pages.resolve("gone.html"));
        assertThat(since("site 1")).hasValueSatisfying(edits -> {
            assertThat(edits.changed())
                    .extracting(Folder.Entry::path)
                    .containsExactlyInAnyOrder("index.html", "new.html");
            assertThat(edits.removed()).containsExactly("gone.html");
        });
    }

    @Test
    void nothingIsSaidOfAnotherDraftOrWithAMemoryCutShort() throws IOException {
        Files.writeString(pages.resolve("more.html"), "more");
        read();
        assertThat(since("site 2")).isEmpty();
        assertThat(since("")).isEmpty();
        String whole = Files.readString(cache);
        Files.writeString(cache, whole.substring(0, whole.lastIndexOf('\n', whole.length() - 2) + 1));
        assertThat(since("site 1")).isEmpty();
    }

    @Test
    void aNameWithALineBreakIsRememberedByNone() throws IOException {
        Files.writeString(pages.resolve("two\nlines.html"), "odd");
        read();
        assertThat(since("site 1")).isEmpty();
        assertThat(read()).containsEntry("index.html", OF_ONE);
    }
}
