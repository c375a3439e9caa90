package evenharbor.app.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.what.content.Manifests;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Mockito;

/** A processor that the library of Brotli knows nothing of: what is live is packed without it. */
class WithoutBrotliTest {

    @Test
    void whatIsLiveIsPackedWithoutIt(@TempDir Path folder) throws IOException, InterruptedException {
        assertThat(packed(folder.resolve("with"), "-Dharbor.unused=")).isEqualTo("gzip and brotli\n");
        assertThat(packed(folder.resolve("without"), "-Dbrotli4j.library.path=" + folder.resolve("no-library.so")))
                .isEqualTo("gzip\n");
    }

    /** In a process of its own: a library that was loaded once stays. */
    private static String packed(Path folder, String setting) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        setting,
                        "-cp",
                        System.getProperty("java.class.path"),
                        Packed.class.getName(),
                        folder.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        return said;
    }

    /** Packs one page, and says in which forms it is there then. */
    static final class Packed {
        public static void main(String[] folder) throws IOException, InterruptedException {
            Blobs blobs = new DirectoryBlobs(Path.of(folder[0]));
            byte[] page = "the tide comes in twice a day\n".repeat(100).getBytes(StandardCharsets.UTF_8);
            FileEntry file = new FileEntry(blobs.put(page), page.length, "text/html", true);
            Manifests manifests = Mockito.mock(Manifests.class);
            Mockito.when(manifests.get("build")).thenReturn(Manifest.of(Map.of("index.html", file)));
            CountDownLatch done = new CountDownLatch(1);
            new Packing(blobs, manifests, new Builds(manifests, blobs)).ofBuild("build", hash -> done.countDown());
            boolean ended = done.await(30, TimeUnit.SECONDS);
            List<String> forms = List.of(Coding.GZIP, Coding.BROTLI).stream()
                    .filter(coding -> blobs.isPacked(file.hash(), coding))
                    .map(coding -> coding.name().toLowerCase(java.util.Locale.ROOT))
                    .toList();
            System.out.println(ended ? String.join(" and ", forms) : "not packed");
        }
    }
}
