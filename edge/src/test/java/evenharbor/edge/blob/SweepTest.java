package evenharbor.edge.blob;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What something refers to is never swept, whoever puts what meanwhile and wherever a sweep is killed; all else goes. */
class SweepTest {

    private static final Duration SPARED = Duration.ofHours(48);
    private static final int ROUNDS = 1_000;

    @TempDir
    Path folder;

    private static byte[] content(int number) {
        return ("content " + number).getBytes(StandardCharsets.UTF_8);
    }

    private static Instant before() {
        return Instant.now().minus(SPARED);
    }

    private List<Path> files() {
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(Files::isRegularFile).toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Lets time pass for all that lies in the store. */
    private void pass(Duration time) {
        for (Path file : files()) {
            try {
                Files.setLastModifiedTime(
                        file,
                        FileTime.from(
                                Files.getLastModifiedTime(file).toInstant().minus(time)));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private Path at(String hash) {
        return folder.resolve(hash.substring(0, 2)).resolve(hash);
    }

    @Test
    void whatNothingNeedsGoesWithItsPackedFormsOnceItIsOld() throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        String needed = blobs.put(content(1));
        String gone = blobs.put(content(2));
        blobs.putPacked(gone, Coding.GZIP, new byte[7]);
        blobs.putPacked(needed, Coding.GZIP, new byte[7]);
        assertThat(blobs.sweep(needed::equals, before())).isEqualTo(new Blobs.Swept(1, 1, 0, 0));
        pass(SPARED.plusMinutes(1));
        assertThat(blobs.sweep(needed::equals, before())).isEqualTo(new Blobs.Swept(1, 0, 1, 16));
        assertThat(blobs.has(gone)).isFalse();
        assertThat(blobs.isPacked(gone, Coding.GZIP)).isFalse();
        assertThat(blobs.isPacked(needed, Coding.GZIP)).isTrue();
    }

    @Test
    void whateverWayItIsPutOrAskedForMakesAContentYoung() throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        for (int way = 0; way < 5; way++) {
            String hash = blobs.put(content(way));
            pass(SPARED.plusMinutes(1));
            Blobs.Batch batch = blobs.batch();
            switch (way) {
                case 0 -> blobs.put(content(way));
                case 1 -> blobs.put(new ByteArrayInputStream(content(way)));
                case 2 -> batch.put(content(way));
                case 3 -> batch.put(new ByteArrayInputStream(content(way)));
                default -> assertThat(blobs.has(hash)).isTrue();
            }
            batch.settle();
            blobs.sweep(other -> false, before());
            assertThat(blobs.has(hash)).as("way %d", way).isTrue();
        }
    }

    private static final class Killed extends RuntimeException {}

    @Test
    void nothingThatIsReferredToIsEverSweptAndTheRestGoes() throws IOException {
        for (int seed = 0; seed < 4; seed++) {
            new World(new Random(seed)).live(ROUNDS / 4);
        }
    }

    /** Things that refer to contents come and go; sweeps run, are killed, and others work while they run. */
    private final class World {

        private final Random random;
        private final Map<Integer, Set<Integer>> things = new HashMap<>();
        private final Map<Integer, String> hashes = new HashMap<>();
        private boolean busy = true;
        private DirectoryBlobs blobs = new DirectoryBlobs(folder);

        World(Random random) throws IOException {
            this.random = random;
        }

        void live(int rounds) throws IOException {
            for (int round = 0; round < rounds; round++) {
                for (int i = random.nextInt(4); i > 0; i--) {
                    work();
                }
                pass(Duration.ofHours(random.nextInt(40)));
                if (random.nextInt(10) == 0) {
                    cutOffInTheMidst();
                }
                sweep(random.nextInt(3) == 0);
                whatIsReferredToIsThere();
            }
            busy = false;
            pass(SPARED.plusHours(1));
            sweep(false);
            whatIsReferredToIsThere();
            Set<Integer> held = new HashSet<>();
            things.values().forEach(held::addAll);
            assertThat(files()).hasSize(held.size());
            things.clear();
            pass(SPARED.plusHours(1));
            sweep(false);
            assertThat(files()).isEmpty();
        }

        /** A thing is made of contents that are put, known to be there, or another thing's; or one goes. */
        private void work() {
            int thing = random.nextInt(6);
            if (random.nextInt(3) == 0) {
                things.remove(thing);
                return;
            }
            Set<Integer> made = new HashSet<>();
            for (int i = random.nextInt(5); i >= 0; i--) {
                int number = random.nextInt(40);
                try {
                    if (!hashes.containsKey(number) || !blobs.has(hashes.get(number)) || random.nextBoolean()) {
                        hashes.put(number, blobs.put(content(number)));
                    }
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
                made.add(number);
            }
            if (random.nextInt(3) == 0 && !things.isEmpty()) {
                // A copy of something that is there needs no new contents.
                made.addAll(new ArrayList<>(things.values()).get(random.nextInt(things.size())));
            }
            things.put(thing, made);
        }

        private void sweep(boolean killed) throws IOException {
            Set<String> marked = new HashSet<>();
            things.values().forEach(made -> made.forEach(number -> marked.add(hashes.get(number))));
            int[] left = {1 + random.nextInt(60)};
            Predicate<String> needed = hash -> {
                if (busy && random.nextInt(6) == 0) {
                    work();
                }
                if (killed && --left[0] == 0) {
                    throw new Killed();
                }
                return marked.contains(hash);
            };
            if (killed) {
                try {
                    blobs.sweep(needed, before());
                } catch (Killed e) {
                    blobs = new DirectoryBlobs(folder);
                }
            } else {
                blobs.sweep(needed, before());
            }
        }

        /** As a sweep leaves it that is killed when it has taken a content away, and somebody refers to it meanwhile. */
        private void cutOffInTheMidst() throws IOException {
            Set<Integer> held = new HashSet<>();
            things.values().forEach(held::addAll);
            for (Map.Entry<Integer, String> each : hashes.entrySet()) {
                if (!held.contains(each.getKey()) && Files.exists(at(each.getValue()))) {
                    Files.move(
                            at(each.getValue()),
                            folder.resolve("tmp").resolve("taken-" + each.getValue()),
                            StandardCopyOption.ATOMIC_MOVE);
                    work();
                    return;
                }
            }
        }

        private void whatIsReferredToIsThere() throws IOException {
            for (Map.Entry<Integer, Set<Integer>> thing : things.entrySet()) {
                for (int number : thing.getValue()) {
                    assertThat(blobs.read(hashes.get(number), Coding.IDENTITY)).isEqualTo(content(number));
                }
            }
        }
    }

    @Test
    void aSweepThatIsKilledPutsBackWhatItHadTakenAway() throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        String hash = blobs.put(content(1));
        Files.move(at(hash), folder.resolve("tmp").resolve("taken-" + hash));
        blobs.tidy(Instant.now().plusSeconds(60));
        assertThat(blobs.read(hash, Coding.IDENTITY)).isEqualTo(content(1));
        assertThatThrownBy(() -> blobs.sweep(
                        other -> {
                            throw new Killed();
                        },
                        Instant.now()))
                .isInstanceOf(Killed.class);
    }
}
