package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.Manifest;
import evenharbor.practice.host.HostingFault;
import evenharbor.practice.host.Line;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Servers that speak TLS before anything is said are told from those that are asked for it, and from those that are slow. */
class TlsFromTheStartTest {

    @TempDir
    Path folder;

    private final Site site = new Site();
    private final Manifest one = site.edition(40, 1);
    private final Manifest two = site.edition(40, 2);

    @Test
    void aServerThatWaitsForTlsIsPublishedTo() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTPS, folder, true).accepted(folders)) {
            Site.Book book = new Site.Book();
            try (RemoteFolder open = folders.open(host.reach(3), "/site")) {
                site.publish(open, one, book, Meter.NONE);
                site.publish(open, two, book, Meter.NONE);
            }
            assertThat(Site.onDisk(host.home().resolve("site")).keySet())
                    .isEqualTo(two.files().keySet());
            assertThat(TlsProbe.speaks(InetAddress.getLoopbackAddress(), host.port(), 4_000))
                    .isTrue();
            host.manner.setFault(HostingFault.REFUSES_SIGN_IN);
            assertThat(trouble(folders, host.reach(1)).fault()).isEqualTo(HostFault.SIGN_IN_REFUSED);
            Reach accepted = with(host.reach(1), host.port(), Hosts.PASSWORD, "certificate SHA-256 of another");
            assertThat(trouble(folders, accepted).fault()).isEqualTo(HostFault.IDENTITY_CHANGED);
        }
    }

    @Test
    void aServerThatGreetsLateIsWaitedFor() throws IOException {
        AtomicLong late = new AtomicLong();
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTPS, folder).accepted(folders);
                Line line = new Line(
                        InetAddress.getLoopbackAddress(),
                        0,
                        new InetSocketAddress("127.0.0.1", host.port()),
                        () -> Duration.ofMillis(late.getAndSet(0)))) {
            assertThat(TlsProbe.speaks(InetAddress.getLoopbackAddress(), line.port(), 4_000))
                    .isFalse();
            late.set(5_000);
            Reach there = host.reach(1);
            folders.open(with(there, line.port(), Hosts.PASSWORD, there.identity()), "/site")
                    .close();
            late.set(5_000);
            Reach wrong = with(there, line.port(), "not the password", there.identity());
            assertThat(trouble(folders, wrong).fault()).isEqualTo(HostFault.SIGN_IN_REFUSED);
        }
    }

    private static Reach with(Reach reach, int port, String secret, String identity) {
        return new Reach(reach.protocol(), reach.server(), reach.numbers(), port, reach.user(), secret, identity, 1);
    }

    private static HostTrouble trouble(RemoteFolders folders, Reach reach) {
        return catchThrowableOfType(HostTrouble.class, () -> folders.open(reach, "/site"));
    }
}
