package evenharbor.edge.serve;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.server.internal.HttpConnection;
import org.eclipse.jetty.util.component.AbstractLifeCycle;
import org.eclipse.jetty.util.thread.Scheduler;

/**
 * Ends connections whose request comes in drop by drop: each octet in time to keep the connection from being idle, and
 * never the whole of a request. One that is being answered, or waits for its next request in silence, is left alone.
 */
public final class DribbleGuard extends AbstractLifeCycle implements Connection.Listener {

    private static final long LOOK_EVERY_MILLIS = 2_000;

    private final Scheduler scheduler;
    private final long longestNanos;
    private final Map<HttpConnection, Progress> connections = new ConcurrentHashMap<>();

    /** What a connection had received when its last request was whole, and when a next one was seen to have begun. */
    private static final class Progress {
        private long requests;
        private long bytes;
        private long begunNanos;
        private long spared = -1;
    }

    /**
     * A guard for the connections of a server.
     *
     * @param longestMillis how long a request may take to come in
     */
    public DribbleGuard(Scheduler scheduler, long longestMillis) {
        this.scheduler = scheduler;
        this.longestNanos = TimeUnit.MILLISECONDS.toNanos(longestMillis);
    }

    /** Lets the request that a connection carries just now take its time. */
    void spare(Connection connection) {
        Progress progress = connection instanceof HttpConnection ? connections.get(connection) : null;
        if (progress != null) {
            progress.spared = connection.getMessagesIn();
        }
    }

    @Override
    protected void doStart() {
        again();
    }

    private void again() {
        if (isStarting() || isRunning()) {
            scheduler.schedule(this::look, LOOK_EVERY_MILLIS, TimeUnit.MILLISECONDS);
        }
    }

    @Override
    public void onOpened(Connection connection) {
        if (connection instanceof HttpConnection http) {
            connections.put(http, new Progress());
        }
    }

    @Override
    public void onClosed(Connection connection) {
        if (connection instanceof HttpConnection http) {
            connections.remove(http);
        }
    }

    private void look() {
        try {
            long now = System.nanoTime();
            connections.forEach((connection, progress) -> {
                long requests = connection.getMessagesIn();
                long bytes = connection.getBytesIn();
                boolean grows = requests == progress.requests && bytes > progress.bytes && requests != progress.spared;
                if (!grows) {
                    progress.requests = requests;
                    progress.bytes = bytes;
                    progress.begunNanos = 0;
                } else if (progress.begunNanos == 0) {
                    progress.begunNanos = now;
                } else if (now - progress.begunNanos > longestNanos) {
                    connections.remove(connection);
                    connection.getEndPoint().close();
                }
            });
        } finally {
            again();
        }
    }
}
