package evenharbor.app.common.outbound;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import java.io.Closeable;
import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Ends a conversation that takes longer in all than it may, in however small pieces the other side answers. */
public final class Deadline implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(Deadline.class);
    private static final ScheduledExecutorService TIMER =
            Executors.newSingleThreadScheduledExecutor(new ThreadFactoryBuilder()
                    .setNameFormat("deadlines")
                    .setDaemon(true)
                    .build());

    private final Future<?> end;

    private Deadline(Future<?> end) {
        this.end = end;
    }

    /** Closes a connection when the time is over, unless this is closed before. */
    public static Deadline of(Closeable connection, Duration most) {
        return new Deadline(TIMER.schedule(() -> cut(connection), most.toMillis(), TimeUnit.MILLISECONDS));
    }

    private static void cut(Closeable connection) {
        try {
            connection.close();
        } catch (IOException e) {
            LOG.debug("A connection past its time could not be closed", e);
        }
    }

    @Override
    public void close() {
        end.cancel(false);
    }
}
