package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.practice.host.HostingFault;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.BrokenBarrierException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Work is shared out among connections, each of which does one thing at a time. */
class FtpLinesTest {

    private static final List<Integer> WORK = IntStream.range(0, 60).boxed().toList();

    @TempDir
    Path folder;

    @Test
    void noConnectionDoesTwoThingsAtOnceAndAllWorkIsDoneOnce() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTPS, folder).accepted(folders)) {
            for (int round = 0; round < 6; round++) {
                FtpLines lines = new FtpLines(host.reach(4));
                Set<FtpLine> used = ConcurrentHashMap.newKeySet();
                for (int again = 0; again < 2; again++) {
                    Set<FtpLine> busy = ConcurrentHashMap.newKeySet();
                    Queue<Integer> done = new ConcurrentLinkedQueue<>();
                    lines.each(WORK, (line, item) -> {
                        assertThat(busy.add(line)).as("the connection is free").isTrue();
                        line.sendNoOp();
                        used.add(line);
                        done.add(item);
                        busy.remove(line);
                    });
                    assertThat(done).containsExactlyInAnyOrderElementsOf(WORK);
                }
                assertThat(used).hasSizeLessThanOrEqualTo(4);
                lines.close();
            }
        }
    }

    /** As when a worker begins late: connections that are at work already are not for it. */
    @Test
    void aConnectionAtWorkIsNotLentAgain() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTP, folder).accepted(folders)) {
            FtpLines lines = new FtpLines(host.reach(4));
            CyclicBarrier both = new CyclicBarrier(2);
            Set<FtpLine> busy = ConcurrentHashMap.newKeySet();
            Queue<FtpLine> late = new ConcurrentLinkedQueue<>();
            lines.each(List.of(1, 2), (line, item) -> {
                busy.add(line);
                wait(both);
                if (item == 1) {
                    lines.each(List.of(3, 4), (another, more) -> late.add(another));
                }
                wait(both);
            });
            assertThat(busy).hasSize(2);
            assertThat(late).hasSize(2).doesNotContainAnyElementsOf(busy);
            lines.close();
        }
    }

    private static void wait(CyclicBarrier both) {
        try {
            both.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException | BrokenBarrierException | TimeoutException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void whereOneConnectionIsGivenAllIsDoneOnIt() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTPS, folder).accepted(folders)) {
            FtpLines lines = new FtpLines(host.reach(4));
            host.manner.setFault(HostingFault.CROWDED);
            Queue<FtpLine> used = new ConcurrentLinkedQueue<>();
            lines.each(WORK, (line, item) -> used.add(line));
            assertThat(used).hasSize(WORK.size()).containsOnly(lines.first());
            lines.close();
        }
    }

    @Test
    void theFirstTroubleEndsTheWorkOfAll() throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(Protocol.FTP, folder).accepted(folders)) {
            FtpLines lines = new FtpLines(host.reach(4));
            Queue<Integer> done = new ConcurrentLinkedQueue<>();
            assertThatThrownBy(() -> lines.each(WORK, (line, item) -> {
                        if (item == 7) {
                            throw new HostTrouble(HostFault.DISK_FULL, "552 Quota exceeded");
                        }
                        line.sendNoOp();
                        done.add(item);
                    }))
                    .isInstanceOfSatisfying(
                            HostTrouble.class, e -> assertThat(e.fault()).isEqualTo(HostFault.DISK_FULL));
            assertThat(done).doesNotContain(7).hasSizeLessThan(WORK.size() - 1);
            done.clear();
            lines.each(WORK, (line, item) -> done.add(item));
            assertThat(done).as("the connections can be used on").hasSize(WORK.size());
            lines.close();
        }
    }
}
