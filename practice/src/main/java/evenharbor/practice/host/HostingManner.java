package evenharbor.practice.host;

import com.google.common.util.concurrent.Uninterruptibles;
import java.io.IOException;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;

/** How a hosting company behaves just now, and what it counted. */
public final class HostingManner {

    private static final long DROPPED_AFTER = 50_000;
    private static final int FORGOTTEN = 5;

    private final AtomicInteger commands = new AtomicInteger();
    private final AtomicLong bytes = new AtomicLong();
    private final AtomicInteger placed = new AtomicInteger();
    private final AtomicInteger filesRead = new AtomicInteger();
    private final Set<String> cutKinds = ConcurrentHashMap.newKeySet();
    private volatile HostingFault fault = HostingFault.NONE;
    private volatile int cutAtCommand;
    private volatile int lateAtCommand;
    private volatile Duration late = Duration.ZERO;
    private volatile long cutAtByte;
    private volatile long quota = Long.MAX_VALUE;

    /** What is wrong. */
    public HostingFault fault() {
        return fault;
    }

    /** Sets what is wrong. */
    public void setFault(HostingFault fault) {
        this.fault = fault;
        bytes.set(0);
    }

    boolean is(HostingFault other) {
        return fault == other;
    }

    /** Bytes that the account may hold. */
    public void setQuota(long bytes) {
        quota = bytes;
    }

    long quota() {
        return fault == HostingFault.FULL ? 0 : quota;
    }

    /** Cuts all connections, once, when the account gives its nth command from now; 0 for not. */
    public void cutAtCommand(int nth) {
        commands.set(0);
        cutAtCommand = nth;
    }

    /** Carries the nth command from now out so much later, once. */
    public void lateAtCommand(int nth, Duration by) {
        commands.set(0);
        late = by;
        lateAtCommand = nth;
    }

    /** Cuts all connections, once, when so many bytes of files have come from now; 0 for not. */
    public void cutAtByte(long nth) {
        bytes.set(0);
        cutAtByte = nth;
    }

    /** Commands since counting began. */
    public int commands() {
        return commands.get();
    }

    /** The kinds of command at which connections were cut so far. */
    public Set<String> cutKinds() {
        return Set.copyOf(cutKinds);
    }

    /** Files that were read from it. */
    public int filesRead() {
        return filesRead.get();
    }

    void read() {
        filesRead.incrementAndGet();
    }

    /** Counts a command. @param kind what it is called @return whether all connections are to be cut instead of carrying it out */
    boolean command(String kind) {
        int nth = commands.incrementAndGet();
        if (nth == lateAtCommand) {
            lateAtCommand = 0;
            Uninterruptibles.sleepUninterruptibly(late);
        }
        if (nth == cutAtCommand) {
            cutAtCommand = 0;
            cutKinds.add(kind);
            return true;
        }
        return false;
    }

    /** Counts bytes about to be written. @return how many of them may be; fewer when all connections are to be cut then */
    int take(int length) {
        long after = bytes.addAndGet(length);
        long limit = cutAtByte > 0 ? cutAtByte : fault == HostingFault.DROPS ? DROPPED_AFTER : Long.MAX_VALUE;
        if (after <= limit) {
            return length;
        }
        cutAtByte = 0;
        bytes.set(0);
        return (int) Math.max(0, length - (after - limit));
    }

    /** Whether the file just put into place gets lost. */
    boolean forgets() {
        return fault == HostingFault.FORGETS && placed.incrementAndGet() % FORGOTTEN == 0;
    }

    /** There is no room for what comes. */
    static final class Full extends IOException {
        Full() {
            super("No space left: quota exceeded");
        }
    }
}
