package evenharbor.edge.visit;

import java.util.concurrent.atomic.LongAdder;
import java.util.stream.Stream;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.RequestLog;
import org.eclipse.jetty.server.Response;

/** How many answers of each kind of status were given since the start. */
public final class Answered implements RequestLog {

    /** Kinds of status: 1xx to 5xx. */
    public static final int KINDS = 5;

    private final LongAdder[] byKind =
            Stream.generate(LongAdder::new).limit(KINDS + 1L).toArray(LongAdder[]::new);

    @Override
    public void log(Request request, Response response) {
        int kind = response.getStatus() / 100;
        if (kind >= 0 && kind <= KINDS) {
            byKind[kind].increment();
        }
    }

    /** How many answers of a kind, such as 2 for 2xx. */
    public long of(int kind) {
        return byKind[kind].sum();
    }
}
