package evenharbor.app.hosting.destination;

import evenharbor.app.hosting.transfer.Meter;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;

/** Counts what a job has moved, tells of it now and then, and stops when the job is not to go on. */
final class JobMeter implements Meter {

    private static final long BEAT_NANOS = 400_000_000L;

    /** Rates are taken over about so long: a rate over all of it would not show that a line has become slow. */
    private static final double FORGETS_SECONDS = 5;

    private final Map<String, Long> left = new ConcurrentHashMap<>();
    private final AtomicInteger files = new AtomicInteger();
    private final AtomicLong bytes = new AtomicLong();
    private final Beat beat;
    private volatile HostJob.Step step = HostJob.Step.CONNECTING;
    private volatile String path = "";
    private volatile boolean stopped;
    private volatile long toMove = Long.MAX_VALUE;
    private long lastNanos = System.nanoTime();
    private long lastBytes;
    private double rate;

    /** Hears how far it is. @return false when the job is not to go on */
    interface Beat {
        boolean go(HostJob.Step step, int files, long bytes, double bytesPerSecond, String path);
    }

    JobMeter(Beat beat) {
        this.beat = beat;
    }

    /** Begins a step. */
    void step(HostJob.Step next) {
        step = next;
        tell(true);
        mayStop();
    }

    /** Begins counting. @param sizes bytes of each file still to be moved; what was done before counts as done */
    void begin(Map<String, Long> sizes, int filesBefore, long bytesBefore) {
        left.clear();
        left.putAll(sizes);
        toMove = sizes.size()
                + sizes.values().stream().mapToLong(Long::longValue).sum();
        files.set(filesBefore);
        bytes.set(bytesBefore);
        lastBytes = bytesBefore;
        lastNanos = System.nanoTime();
    }

    @Override
    public void moved(String one, long more) {
        path = one;
        bytes.addAndGet(more);
        Long rest = left.computeIfPresent(one, (p, size) -> size - more);
        if (rest != null && rest <= 0) {
            left.remove(one);
            files.incrementAndGet();
        }
    }

    /** How much was still to be moved when it last began, in bytes and one for each file; less than before is progress. */
    long toMove() {
        return toMove;
    }

    /** Shows that the job is not left, also while a host keeps it waiting. */
    void beat() {
        try {
            tell(true);
        } catch (RuntimeException e) {
            // The database is away: the next beat may find it.
        }
    }

    @Override
    public void mayStop() {
        tell(false);
        if (stopped) {
            throw new Stopped();
        }
    }

    private synchronized void tell(boolean now) {
        long nanos = System.nanoTime();
        double seconds = (nanos - lastNanos) / 1e9;
        if (!now && nanos - lastNanos < BEAT_NANOS) {
            return;
        }
        long all = bytes.get();
        double fresh = seconds > 0 ? (all - lastBytes) / seconds : 0;
        double weight = Math.min(1, seconds / FORGETS_SECONDS);
        rate = rate == 0 ? fresh : rate * (1 - weight) + fresh * weight;
        lastNanos = nanos;
        lastBytes = all;
        stopped |= !beat.go(step, files.get(), all, rate, path);
    }

    /** Waits, unless the job is not to go on. */
    void rest(long millis) {
        long until = System.nanoTime() + millis * 1_000_000;
        while (System.nanoTime() < until) {
            try {
                Thread.sleep(100);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new Stopped();
            }
            mayStop();
        }
    }
}
