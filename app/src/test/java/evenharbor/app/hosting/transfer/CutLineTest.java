package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * The line is cut at every command of a publish of 200 files over another edition of the same site, and in the midst of files
 * while what was cut goes on. Visitors never meet half a file or a page whose assets are not there, and the publish that goes
 * on ends with exactly the build.
 */
@Execution(ExecutionMode.CONCURRENT)
class CutLineTest {

    private static final int FILES = 200;

    /** The first commands sign in, look and make ready, each once or twice; then all is done for one file after the other. */
    private static final int EACH_OF_THE_FIRST = 40;

    /** Coprime to the commands of a file, so that each kind is met; ./harbor chaos cuts at every command. */
    private static final int STRIDE = Integer.getInteger("harbor.stride", 13);

    private final Site site = new Site();
    private final Manifest before = site.edition(FILES, 1);
    private final Manifest after = site.edition(FILES, 2);

    @ParameterizedTest
    @EnumSource(names = {"SFTP", "FTPS", "FTP"})
    @Timeout(1200)
    void aPublishThatIsCutAnywhereGoesOnToTheExactEnd(Protocol protocol, @TempDir Path folder) throws Exception {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            Site.Book book = new Site.Book();
            publish(folders, host, before, book);
            Manifest toBe = after;
            int cuts = 0;
            // How many commands there are varies: files that changed within a second have to be read. It ends when two
            // publishes in a row had no further one.
            int uncut = 0;
            for (int command = 1; uncut < 2; command += command < EACH_OF_THE_FIRST ? 1 : STRIDE) {
                host.manner.cutAtCommand(command);
                boolean cut = isCut(folders, host, toBe, book);
                host.manner.cutAtCommand(0);
                if (cut && command % 2 == 0) {
                    // Going on is cut as well, in a file.
                    host.manner.cutAtByte(1 + 4_700L * command % 60_000);
                    cuts += isCut(folders, host, toBe, book) ? 1 : 0;
                    host.manner.cutAtByte(0);
                }
                goOn(folders, host, toBe, book);
                exact(host, toBe, book);
                toBe = toBe == before ? after : before;
                cuts += cut ? 1 : 0;
                uncut = cut ? 0 : uncut + 1;
            }
            assertThat(cuts).isGreaterThan(300 / STRIDE);
            assertThat(host.manner.cutKinds())
                    .as("cut at every kind of command")
                    .containsAll(kinds(protocol));
        }
    }

    /** Publishes until the line is cut. @return whether it was */
    private boolean isCut(RemoteFolders folders, Hosts host, Manifest toBe, Site.Book book) throws IOException {
        try {
            publish(folders, host, toBe, book);
            return false;
        } catch (HostTrouble e) {
            assertThat(e.fault().passes()).as(e.toString()).isTrue();
            return true;
        } finally {
            wholeForVisitors(host);
        }
    }

    /** Goes on after a cut. The server may still be closing the lines that it cut, and the new one with them: then once more. */
    private void goOn(RemoteFolders folders, Hosts host, Manifest toBe, Site.Book book) throws IOException {
        try {
            publish(folders, host, toBe, book);
        } catch (HostTrouble e) {
            assertThat(e.fault()).isEqualTo(HostFault.DROPPED);
            publish(folders, host, toBe, book);
        }
    }

    private static List<String> kinds(Protocol protocol) {
        return protocol == Protocol.SFTP
                ? List.of(
                        "SSH_FXP_OPENDIR",
                        "SSH_FXP_READDIR",
                        "SSH_FXP_LSTAT",
                        "SSH_FXP_OPEN",
                        "SSH_FXP_WRITE",
                        "SSH_FXP_CLOSE",
                        "SSH_FXP_EXTENDED",
                        "SSH_FXP_REMOVE")
                : List.of("EPSV", "MLSD", "STOR", "RNFR", "RNTO", "DELE");
    }

    private static void exact(Hosts host, Manifest toBe, Site.Book book) throws IOException {
        assertThat(hashes(host)).isEqualTo(hashes(toBe));
        assertThat(book.begun).isEmpty();
        assertThat(book.put.keySet()).isEqualTo(toBe.files().keySet());
    }

    private void publish(RemoteFolders folders, Hosts host, Manifest toBe, Site.Book book) throws IOException {
        try (RemoteFolder folder = folders.open(host.reach(1), "/site")) {
            site.publish(folder, toBe, book, Meter.NONE);
        }
    }

    private void wholeForVisitors(Hosts host) throws IOException {
        Map<String, byte[]> there = Site.onDisk(host.home().resolve("site"));
        there.forEach((path, bytes) -> {
            assertThat(site.knows(bytes)).as("%s is whole", path).isTrue();
            if (path.endsWith(".html")) {
                List<String> lines =
                        new String(bytes, StandardCharsets.UTF_8).lines().toList();
                assertThat(there.keySet()).as(path).containsAll(lines.subList(1, lines.size() - 1));
            }
        });
    }

    private static Map<String, String> hashes(Hosts host) throws IOException {
        Map<String, String> hashes = new TreeMap<>();
        Site.onDisk(host.home().resolve("site")).forEach((path, bytes) -> hashes.put(path, Site.hash(bytes)));
        return hashes;
    }

    private static Map<String, String> hashes(Manifest manifest) {
        Map<String, String> hashes = new TreeMap<>();
        manifest.files().forEach((path, file) -> hashes.put(path, file.hash()));
        return hashes;
    }
}
