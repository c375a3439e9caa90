package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** No link leads out of a folder that the operator opened, neither on the way nor at its end. */
class LocalFolderTest {

    @TempDir
    Path top;

    private Path opened;
    private LocalFolder folder;

    @BeforeEach
    void links() throws IOException {
        Files.writeString(top.resolve("secret.txt"), "the operator's");
        opened = Files.createDirectories(top.resolve("opened"));
        Files.createDirectories(opened.resolve("site"));
        Files.createSymbolicLink(opened.resolve("site/page.html"), top.resolve("secret.txt"));
        Files.createSymbolicLink(opened.resolve("site/out"), top);
        Files.writeString(opened.resolve("site/real.html"), "real");
        folder = new LocalFolder(opened, "site");
    }

    @Test
    void nothingIsReadThroughALink() throws IOException {
        for (String path : List.of("page.html", "out/secret.txt")) {
            ByteArrayOutputStream read = new ByteArrayOutputStream();
            assertThatThrownBy(() -> folder.read(path, read)).isInstanceOf(HostTrouble.class);
            assertThat(read.size()).isZero();
            assertThatThrownBy(() -> folder.hashes(Map.of(path, 1L), Meter.NONE))
                    .isInstanceOf(HostTrouble.class);
        }
        ByteArrayOutputStream real = new ByteArrayOutputStream();
        folder.read("real.html", real);
        assertThat(real.toString()).isEqualTo("real");
    }

    @Test
    void linksAreNotListed() throws IOException {
        assertThat(folder.list(Set.of()).files()).containsOnlyKeys("real.html");
    }

    @Test
    void nothingIsRemovedThroughALink() {
        assertThatThrownBy(() -> folder.remove(List.of("out/secret.txt"))).isInstanceOf(HostTrouble.class);
        assertThatThrownBy(() -> folder.remove(List.of("page.html"))).isInstanceOf(HostTrouble.class);
        assertThat(top.resolve("secret.txt")).hasContent("the operator's");
    }

    @Test
    void aFolderThatIsALinkIsNoFolder() throws IOException {
        LocalFolder out = new LocalFolder(opened, "site/out");
        assertThatThrownBy(() -> out.list(Set.of())).isInstanceOf(HostTrouble.class);
        assertThatThrownBy(out::make).isInstanceOf(HostTrouble.class);
    }
}
