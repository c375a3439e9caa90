package evenharbor.app.what.build;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import evenharbor.app.what.content.Manifests;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class BuildsTest {

    private static final FileEntry STYLE = entry('c', "text/css");
    private static final FileEntry FRONT = entry('a', "text/html");
    private static final FileEntry ABOUT = entry('b', "text/html");
    private static final FileEntry NEWER = entry('d', "text/html");

    private final Manifests manifests = mock(Manifests.class);
    private final Blobs blobs = mock(Blobs.class);
    private final Blobs.Batch batch = mock(Blobs.Batch.class);
    private final Builds builds = new Builds(manifests, blobs);

    private static FileEntry entry(char digit, String type) {
        return new FileEntry(String.valueOf(digit).repeat(64), 10, type, true);
    }

    @BeforeEach
    void keepTexts() throws IOException {
        String page = "<link rel=stylesheet href=/s.css><p>";
        keep(STYLE, "p {}");
        keep(FRONT, page + "front");
        keep(ABOUT, page + "about");
        keep(NEWER, page + "newer");
        when(manifests.get("one"))
                .thenReturn(Manifest.of(Map.of("index.html", FRONT, "about.html", ABOUT, "s.css", STYLE)));
        when(manifests.get("two"))
                .thenReturn(Manifest.of(Map.of("index.html", NEWER, "about.html", ABOUT, "s.css", STYLE)));
        when(manifests.put(any())).thenReturn("built-one", "built-two");
        when(blobs.batch()).thenReturn(batch);
        when(batch.put(any(byte[].class))).thenAnswer(call -> {
            String text = new String(call.<byte[]>getArgument(0), StandardCharsets.UTF_8);
            assertThat(text).contains("href=/s.css?v=cccccccccccc");
            return String.format("%064d", text.length());
        });
    }

    private void keep(FileEntry file, String text) throws IOException {
        when(blobs.read(file.hash(), Coding.IDENTITY)).thenReturn(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void afterASmallChangeOnlyWhatChangedIsReadAndWritten() throws IOException {
        assertThat(builds.of("one", Settings.DEFAULT)).isEqualTo("built-one");
        assertThat(builds.of("two", Settings.DEFAULT)).isEqualTo("built-two");
        verify(batch, times(3)).put(any(byte[].class));
        verify(batch, times(2)).settle();
        verify(blobs, times(1)).read(STYLE.hash(), Coding.IDENTITY);
        verify(blobs, times(1)).read(ABOUT.hash(), Coding.IDENTITY);
    }

    @Test
    void whoWantsABuildThatIsBeingMadeWaitsForItAndMakesItWhenThatCameToNothing() throws Exception {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        AtomicBoolean fails = new AtomicBoolean(true);
        when(manifests.get("one")).thenAnswer(call -> {
            begun.countDown();
            goOn.await();
            if (fails.getAndSet(false)) {
                throw new IllegalStateException("broken off");
            }
            return Manifest.of(Map.of("index.html", FRONT, "s.css", STYLE));
        });
        ExecutorService two = Executors.newFixedThreadPool(2);
        Future<String> first = two.submit(() -> builds.of("one", Settings.DEFAULT));
        begun.await();
        Future<String> second = two.submit(() -> builds.of("one", Settings.DEFAULT));
        goOn.countDown();
        assertThat(second.get(20, TimeUnit.SECONDS)).isEqualTo("built-one");
        assertThatThrownBy(() -> first.get(20, TimeUnit.SECONDS)).hasMessageContaining("broken off");
        two.shutdown();
        verify(manifests, times(1)).put(any());
        assertThat(builds.of("one", Settings.DEFAULT)).isEqualTo("built-one");
        verify(manifests, times(1)).put(any());
    }

    @Test
    void theSameBuildIsMadeOnceWhetherOrNotSearchEnginesMayListTheSite() {
        builds.of("one", Settings.DEFAULT);
        assertThat(builds.of("one", new Settings(false, true))).isEqualTo("built-one");
        verify(manifests, times(1)).put(any());
    }

    @Test
    void withoutPinningTheBuildIsTheManifestItself() {
        assertThat(builds.of("one", new Settings(true, false))).isEqualTo("one");
        verify(manifests, never()).put(any());
    }

    @Test
    void aContentIsPackedOnceAndOneThatDoesNotGetSmallerIsMarked() throws Exception {
        FileEntry packs = new FileEntry("e".repeat(64), 5000, "text/html", true);
        FileEntry dense = new FileEntry("f".repeat(64), 300, "text/plain", true);
        FileEntry picture = new FileEntry("9".repeat(64), 5000, "image/png", false);
        when(manifests.get("build")).thenReturn(Manifest.of(Map.of("a.html", packs, "b.txt", dense, "c.png", picture)));
        when(blobs.read(packs.hash(), Coding.IDENTITY))
                .thenReturn("the same again ".repeat(333).getBytes());
        when(blobs.read(dense.hash(), Coding.IDENTITY)).thenReturn(noise(300));
        when(blobs.isPacked(packs.hash(), Coding.GZIP)).thenReturn(true);
        List<String> told = new ArrayList<>();
        CountDownLatch done = new CountDownLatch(2);
        Packing packing = new Packing(blobs, manifests, builds);
        packing.ofBuild("build", hash -> {
            told.add(hash);
            done.countDown();
        });
        assertThat(done.await(20, TimeUnit.SECONDS)).isTrue();
        packing.stop();
        assertThat(told).containsExactly(dense.hash(), packs.hash());
        verify(batch, never()).putPacked(eq(packs.hash()), eq(Coding.GZIP), any());
        verify(batch).putPacked(dense.hash(), Coding.BROTLI, new byte[0]);
        verify(blobs, never()).read(picture.hash(), Coding.IDENTITY);
    }

    private static byte[] noise(int length) {
        byte[] noise = new byte[length];
        new Random(3).nextBytes(noise);
        return noise;
    }
}
