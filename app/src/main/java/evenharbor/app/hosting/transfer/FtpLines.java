package evenharbor.app.hosting.transfer;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Some control connections to one host, among which work is shared out; fewer when the host objects to more. */
final class FtpLines {

    private static final Logger LOG = LoggerFactory.getLogger(FtpLines.class);

    private final Reach reach;
    private final List<FtpLine> lines = new ArrayList<>();
    private final Deque<FtpLine> idle = new ArrayDeque<>();
    private int opening;
    private int most;

    FtpLines(Reach reach) throws IOException {
        this.reach = reach;
        this.most = Math.max(1, reach.connections());
        lines.add(FtpSignIn.signedIn(reach));
        idle.add(first());
    }

    /** A piece of work on a connection. */
    interface Work<T> {
        void on(FtpLine line, T item) throws IOException;
    }

    /** The first connection. */
    FtpLine first() {
        return lines.get(0);
    }

    /** Does the work on each item, several at once; stops at the first trouble. */
    <T> void each(Collection<T> items, Work<T> work) throws IOException {
        int wanted = Math.min(most, items.size());
        if (wanted <= 1) {
            for (T item : items) {
                one(first(), item, work);
            }
            return;
        }
        Queue<T> left = new ConcurrentLinkedQueue<>(items);
        AtomicReference<Exception> trouble = new AtomicReference<>();
        ExecutorService workers = Executors.newFixedThreadPool(
                wanted,
                new ThreadFactoryBuilder()
                        .setNameFormat("transfer")
                        .setDaemon(true)
                        .build());
        try {
            List<Future<?>> done = new ArrayList<>();
            for (int i = 0; i < wanted; i++) {
                done.add(workers.submit(() -> workOn(left, work, trouble)));
            }
            for (Future<?> one : done) {
                one.get();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new HostTrouble(HostFault.DROPPED, "Interrupted", e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        } finally {
            workers.shutdownNow();
        }
        if (trouble.get() instanceof IOException e) {
            throw e;
        } else if (trouble.get() instanceof RuntimeException e) {
            throw e;
        }
    }

    private <T> void workOn(Queue<T> left, Work<T> work, AtomicReference<Exception> trouble) {
        FtpLine line = taken();
        if (line == null) {
            return;
        }
        try {
            for (T item = left.poll(); item != null && trouble.get() == null; item = left.poll()) {
                one(line, item, work);
            }
        } catch (IOException | RuntimeException e) {
            trouble.compareAndSet(null, e);
        } finally {
            synchronized (lines) {
                idle.add(line);
            }
        }
    }

    /** A connection for one worker alone; null when the host gives no more. */
    private FtpLine taken() {
        synchronized (lines) {
            if (!idle.isEmpty()) {
                return idle.poll();
            }
            if (lines.size() + opening >= most) {
                return null;
            }
            opening++;
        }
        FtpLine line = null;
        try {
            line = first().another();
        } catch (HostTrouble e) {
            // It serves us on the first; that it does not on another is no fault.
            LOG.info("{} gives no further connection: {}", reach.server(), e.fault());
        }
        synchronized (lines) {
            opening--;
            if (line == null) {
                most = lines.size();
            } else {
                lines.add(line);
            }
        }
        return line;
    }

    private static <T> void one(FtpLine line, T item, Work<T> work) throws HostTrouble {
        try {
            work.on(line, item);
        } catch (IOException e) {
            throw line.trouble(e);
        }
    }

    void close() {
        lines.forEach(FtpLine::hangUp);
    }
}
