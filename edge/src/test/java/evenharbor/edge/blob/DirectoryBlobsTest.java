package evenharbor.edge.blob;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DirectoryBlobsTest {

    private static final byte[] CONTENT = "moon".getBytes(StandardCharsets.UTF_8);
    private static final String HASH = "9e78b43ea00edcac8299e0cc8df7f6f913078171335f733a21d5d911b6999132";

    @TempDir
    Path folder;

    private DirectoryBlobs blobs;

    @BeforeEach
    void open() throws IOException {
        blobs = new DirectoryBlobs(folder);
    }

    @Test
    void aContentIsKeptUnderItsHashWhicheverWayItComes() throws IOException {
        assertThat(blobs.put(CONTENT)).isEqualTo(HASH);
        assertThat(blobs.put(new ByteArrayInputStream(CONTENT))).isEqualTo(new Blobs.Kept(HASH, 4));
        blobs.settle();
        assertThat(blobs.has(HASH)).isTrue();
        assertThat(blobs.read(HASH, Coding.IDENTITY)).isEqualTo(CONTENT);
        assertThat(Files.exists(folder.resolve(HASH.substring(0, 2)).resolve(HASH)))
                .isTrue();
        assertThat(leftovers()).isEmpty();
    }

    @Test
    void aBatchIsThereWhenItIsSettledAndLeavesNothingWhenItIsGivenUp() throws IOException {
        Blobs.Batch batch = blobs.batch();
        assertThat(batch.put(CONTENT)).isEqualTo(HASH);
        batch.put(CONTENT);
        assertThat(blobs.has(HASH)).isFalse();
        batch.settle();
        batch.close();
        assertThat(blobs.read(HASH, Coding.IDENTITY)).isEqualTo(CONTENT);
        Blobs.Batch givenUp = blobs.batch();
        String other = givenUp.put("sun".getBytes(StandardCharsets.UTF_8));
        givenUp.close();
        assertThat(blobs.has(other)).isFalse();
        assertThat(leftovers()).isEmpty();
    }

    @Test
    void aDamagedContentIsKnown() throws IOException {
        blobs.put(CONTENT);
        assertThat(blobs.isSound(HASH)).isTrue();
        Files.writeString(folder.resolve(HASH.substring(0, 2)).resolve(HASH), "mOon");
        assertThat(blobs.isSound(HASH)).isFalse();
        assertThat(blobs.isSound("0".repeat(64))).isFalse();
    }

    @Test
    void aStreamThatBreaksOffLeavesNothing() {
        InputStream broken = new InputStream() {
            private int left = 100_000;

            @Override
            public int read() throws IOException {
                if (left-- <= 0) {
                    throw new IOException("broken off");
                }
                return 'x';
            }
        };
        assertThatThrownBy(() -> blobs.put(broken)).hasMessage("broken off");
        assertThat(leftovers()).isEmpty();
    }

    @Test
    void whatAKilledProcessLeftIsSweptAway() throws IOException {
        Files.writeString(folder.resolve("tmp").resolve("left"), "half");
        blobs.tidy(Instant.now().minusSeconds(60));
        assertThat(leftovers()).hasSize(1);
        blobs.tidy(Instant.now().plusSeconds(60));
        assertThat(leftovers()).isEmpty();
    }

    @Test
    void packingThatDoesNotPayIsRememberedAndNotServed() throws IOException {
        blobs.put(CONTENT);
        assertThat(blobs.isPacked(HASH, Coding.GZIP)).isFalse();
        blobs.putPacked(HASH, Coding.GZIP, new byte[0]);
        assertThat(blobs.isPacked(HASH, Coding.GZIP)).isTrue();
        assertThat(blobs.size(HASH, Coding.GZIP)).isEmpty();
        blobs.putPacked(HASH, Coding.BROTLI, new byte[3]);
        assertThat(blobs.size(HASH, Coding.BROTLI)).hasValue(3);
    }

    private List<Path> leftovers() {
        try (Stream<Path> found = Files.list(folder.resolve("tmp"))) {
            return found.toList();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A JDK that is replaced by an update cannot start processes any more. */
    @Test
    void allIsKeptWhenNoProcessCanBeStarted(@TempDir Path folder) throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(folder, "there-is-no-such-command");
        Blobs.Batch batch = blobs.batch();
        List<String> hashes = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            hashes.add(batch.put(("content " + i).getBytes(StandardCharsets.UTF_8)));
        }
        batch.settle();
        assertThat(hashes).allMatch(blobs::has);
    }

    private static void takeIn(DirectoryBlobs blobs, int contents) throws IOException {
        Blobs.Batch batch = blobs.batch();
        for (int i = 0; i < contents; i++) {
            batch.put(("content " + i).getBytes(StandardCharsets.UTF_8));
        }
        batch.settle();
    }

    /** A sync of the whole file system is what an upload waits for longest. */
    @Test
    void whatWasSettledIsNotSettledAgainAndWhatAnotherProcessPlacedIs(@TempDir Path folder) throws IOException {
        Path counted = folder.resolve("syncs");
        Path command =
                Files.writeString(folder.resolve("sync.sh"), "#!/bin/sh\necho x >> '" + counted + "'\nsync \"$@\"\n");
        assertThat(command.toFile().setExecutable(true)).isTrue();
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectory(folder.resolve("blobs")), command.toString());
        takeIn(blobs, 40);
        assertThat(Files.readAllLines(counted)).hasSize(2);
        // The clock of file systems goes on in ticks: what was placed in the tick of a sync may be settled once more.
        takeIn(blobs, 40);
        int soFar = Files.readAllLines(counted).size();
        takeIn(blobs, 40);
        assertThat(Files.readAllLines(counted)).hasSize(soFar);

        takeIn(new DirectoryBlobs(folder.resolve("blobs")), 80);
        takeIn(blobs, 80);
        assertThat(Files.readAllLines(counted)).hasSize(soFar + 1);
    }

    @Test
    void aStreamIsKeptLikeBytes(@TempDir Path folder) throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        byte[] content = "the same".getBytes(StandardCharsets.UTF_8);
        Blobs.Batch batch = blobs.batch();
        Blobs.Kept streamed = batch.put(new ByteArrayInputStream(content));
        assertThat(batch.put(content)).isEqualTo(streamed.hash());
        assertThat(streamed.size()).isEqualTo(content.length);
        assertThat(blobs.has(streamed.hash())).isFalse();
        batch.settle();
        assertThat(blobs.read(streamed.hash(), Coding.IDENTITY)).isEqualTo(content);
        assertThat(folder.resolve("tmp")).isEmptyDirectory();
    }
}
