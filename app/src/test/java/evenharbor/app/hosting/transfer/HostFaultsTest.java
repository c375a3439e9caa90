package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.Patience;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.Manifest;
import evenharbor.practice.host.HostingFault;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What goes wrong at a hosting company is told apart; what can be done in another way is done. */
class HostFaultsTest {

    @TempDir
    Path folder;

    private final Site site = new Site();
    private final Manifest one = site.edition(40, 1);
    private final Manifest two = site.edition(40, 2);

    private void publish(RemoteFolders folders, Hosts host, Manifest toBe, Site.Book book) throws IOException {
        try (RemoteFolder open = folders.open(host.reach(3), "/site")) {
            site.publish(open, toBe, book, Meter.NONE);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "SFTP, REFUSES_SIGN_IN, SIGN_IN_REFUSED",
        "FTPS, REFUSES_SIGN_IN, SIGN_IN_REFUSED",
        "FTP, REFUSES_SIGN_IN, SIGN_IN_REFUSED",
        "SFTP, OTHER_IDENTITY, IDENTITY_CHANGED",
        "FTPS, OTHER_IDENTITY, IDENTITY_CHANGED",
        "SFTP, FULL, DISK_FULL",
        "FTPS, FULL, DISK_FULL",
        "FTP, FULL, DISK_FULL",
        "FTPS, PASSIVE_BLOCKED, PASSIVE_BLOCKED",
        "FTP, PASSIVE_BLOCKED, PASSIVE_BLOCKED",
        "SFTP, FORGETS, ANSWER_UNEXPECTED",
        "FTP, FORGETS, ANSWER_UNEXPECTED",
        "SFTP, DOWN, DROPPED",
        "FTP, DOWN, DROPPED",
    })
    void eachFaultIsToldApart(Protocol protocol, HostingFault wrong, HostFault told) throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            Site.Book book = new Site.Book();
            publish(folders, host, one, book);
            host.manner.setFault(wrong);
            HostTrouble trouble = catchThrowableOfType(HostTrouble.class, () -> publish(folders, host, two, book));
            assertThat(trouble).as("%s", wrong).isNotNull();
            assertThat(trouble.fault()).isEqualTo(told);
            assertThat(trouble.toString()).doesNotContain(Hosts.PASSWORD);
            host.manner.setFault(HostingFault.NONE);
            publish(folders, host, two, book);
            assertThat(Site.onDisk(host.home().resolve("site"))).hasSameSizeAs(two.files());
        }
    }

    @ParameterizedTest
    @CsvSource({
        "SFTP, RENAMES_ONTO_NOTHING, 1",
        "FTP, RENAMES_ONTO_NOTHING, 1",
        "SFTP, REFUSES_RENAMES, 1",
        "FTPS, REFUSES_RENAMES, 1",
        "FTP, NO_MLSD, 0",
        "FTP, CROWDED, 0",
    })
    void whatAHostCannotDoIsDoneInAnotherWay(Protocol protocol, HostingFault lack, int shortcomings)
            throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            Site.Book book = new Site.Book();
            host.manner.setFault(lack);
            try (RemoteFolder open = opened(folders, host)) {
                site.publish(open, one, book, Meter.NONE);
            }
            try (RemoteFolder open = opened(folders, host)) {
                site.publish(open, two, book, Meter.NONE);
                assertThat(open.shortcomings()).hasSize(shortcomings);
            }
            for (Map.Entry<String, byte[]> file :
                    Site.onDisk(host.home().resolve("site")).entrySet()) {
                assertThat(Site.hash(file.getValue()))
                        .isEqualTo(two.at(file.getKey()).orElseThrow().hash());
            }
            try (RemoteFolder open = opened(folders, host)) {
                assertThat(site.publish(open, two, book, Meter.NONE).none())
                        .as("the same again")
                        .isTrue();
            }
        }
    }

    /** A crowded host counts a connection that has just ended for a moment more. */
    private static RemoteFolder opened(RemoteFolders folders, Hosts host) {
        return await().atMost(Patience.MOST)
                .ignoreExceptionsMatching(
                        e -> e instanceof HostTrouble t && t.fault() == HostFault.TOO_MANY_CONNECTIONS)
                .until(() -> folders.open(host.reach(3), "/site"), open -> true);
    }

    @Test
    void aHostThatIsCrowdedAtTheDoorSaysSo() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTP, folder).accepted(folders)) {
            host.manner.setFault(HostingFault.CROWDED);
            try (RemoteFolder first = opened(folders, host)) {
                HostTrouble trouble =
                        catchThrowableOfType(HostTrouble.class, () -> folders.open(host.reach(1), "/site"));
                assertThat(trouble.fault()).isEqualTo(HostFault.TOO_MANY_CONNECTIONS);
                assertThat(first.folders()).isEmpty();
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"SFTP, 1", "SFTP, 40", "SFTP, 160", "FTPS, 30", "FTP, 60"})
    void aHostThatTakesItsTimeOverACommandIsWaitedFor(Protocol protocol, int command) throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            Site.Book book = new Site.Book();
            host.manner.lateAtCommand(command, Duration.ofMillis(2_500));
            publish(folders, host, one, book);
            assertThat(host.manner.commands()).isGreaterThan(command);
            assertThat(Site.onDisk(host.home().resolve("site"))).hasSameSizeAs(one.files());
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"SFTP", "FTPS", "FTP"})
    void aFolderThatIsMissingIsSaidAndMadeOnRequest(Protocol protocol) throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders);
                RemoteFolder open = folders.open(host.reach(1), "/web/pages")) {
            HostTrouble trouble = catchThrowableOfType(HostTrouble.class, () -> open.list(Set.of()));
            assertThat(trouble.fault()).isEqualTo(HostFault.FOLDER_MISSING);
            assertThat(open.make()).isTrue();
            assertThat(open.make()).isFalse();
            assertThat(open.list(Set.of()).files()).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"SFTP", "FTPS", "FTP"})
    void whatOthersPutThereIsSeenAndLeftAlone(Protocol protocol) throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            Site.Book book = new Site.Book();
            publish(folders, host, one, book);
            Path theirs = host.home().resolve("site/theirs/counter.txt");
            Files.createDirectories(theirs.getParent());
            Files.writeString(theirs, "41");
            Files.writeString(host.home().resolve("site/index.html"), "changed by someone");
            try (RemoteFolder open = folders.open(host.reach(2), "/site")) {
                assertThat(site.publish(open, two, book, Meter.NONE).foreign()).containsExactly("theirs/counter.txt");
                assertThat(open.list(Set.of("theirs/")).files()).doesNotContainKey("theirs/counter.txt");
                site.publish(open, Manifest.EMPTY, book, Meter.NONE);
            }
            assertThat(Site.onDisk(host.home().resolve("site"))).containsOnlyKeys("theirs/counter.txt", "index.html");
        }
    }

    @Test
    void aStopLeavesWholeFilesAndNothingIsSentTwice() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.SFTP, folder).accepted(folders)) {
            Site.Book book = new Site.Book();
            int[] moved = new int[1];
            Meter stopping = new Meter() {
                @Override
                public void moved(String path, long bytes) {
                    moved[0]++;
                }

                @Override
                public void mayStop() {
                    if (moved[0] > 35) {
                        throw new Stopped();
                    }
                }
            };
            try (RemoteFolder open = folders.open(host.reach(1), "/site")) {
                catchThrowableOfType(Meter.Stopped.class, () -> site.publish(open, one, book, stopping));
            }
            int done = book.put.size();
            try (RemoteFolder open = folders.open(host.reach(1), "/site")) {
                assertThat(site.publish(open, one, book, Meter.NONE).steps()).hasSize(40 - done);
            }
        }
    }

    @Test
    void nothingOutsideAnOpenedFolderIsReached() throws IOException {
        Path opened = Files.createDirectories(folder.resolve("opened"));
        Path outside = Files.createDirectories(folder.resolve("outside"));
        Files.writeString(outside.resolve("secret.txt"), "secret");
        Files.createSymbolicLink(opened.resolve("link"), outside);
        try (RemoteFolders folders = new RemoteFolders()) {
            assertThat(catchThrowableOfType(HostTrouble.class, () -> folders.open(opened, "../outside"))
                            .fault())
                    .isEqualTo(HostFault.NO_PERMISSION);
            try (RemoteFolder linked = folders.open(opened, "link")) {
                assertThat(catchThrowableOfType(HostTrouble.class, () -> linked.list(Set.of()))
                                .fault())
                        .isEqualTo(HostFault.NO_PERMISSION);
            }
            try (RemoteFolder open = folders.open(opened, "")) {
                byte[] bytes = "mine".getBytes(StandardCharsets.UTF_8);
                Sending through = new Sending("link/secret.txt", site.file(bytes));
                open.makeFolders(Set.of());
                open.send(List.of(through), site, Meter.NONE);
                assertThat(catchThrowableOfType(HostTrouble.class, () -> open.place(List.of(through), site))
                                .fault())
                        .isEqualTo(HostFault.NO_PERMISSION);
            }
            assertThat(outside.resolve("secret.txt")).hasContent("secret");
        }
    }

    @Test
    void aFolderOfThisMachineIsPublishedTo() throws IOException {
        Path opened = Files.createDirectories(folder.resolve("opened"));
        Site.Book book = new Site.Book();
        try (RemoteFolders folders = new RemoteFolders();
                RemoteFolder open = folders.open(opened, "site")) {
            site.publish(open, one, book, Meter.NONE);
            site.publish(open, two, book, Meter.NONE);
            assertThat(Site.onDisk(opened.resolve("site")).keySet())
                    .isEqualTo(two.files().keySet());
            site.publish(open, Manifest.EMPTY, book, Meter.NONE);
            assertThat(Files.list(opened.resolve("site"))).isEmpty();
        }
    }
}
