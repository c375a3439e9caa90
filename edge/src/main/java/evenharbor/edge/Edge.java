package evenharbor.edge;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.serve.AppDoor;
import evenharbor.edge.serve.AppProxy;
import evenharbor.edge.serve.Door;
import evenharbor.edge.serve.DribbleGuard;
import evenharbor.edge.serve.Gate;
import evenharbor.edge.serve.VisitorHandler;
import evenharbor.edge.tls.Certificates;
import evenharbor.edge.tls.Tls;
import evenharbor.edge.visit.Answered;
import evenharbor.edge.visit.VisitCounter;
import evenharbor.edge.visit.VisitLog;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import java.util.function.IntSupplier;
import java.util.function.UnaryOperator;
import org.eclipse.jetty.http.UriCompliance;
import org.eclipse.jetty.server.ConnectionFactory;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.RequestLog;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.thread.QueuedThreadPool;

/** The server that visitors meet. It holds its routes in memory and goes on serving when everything else is away. */
public final class Edge {

    /**
     * How the server is set up.
     *
     * @param bind the address to listen at
     * @param port the TCP port; 0 for any free one
     * @param previewEnding what the host names of previews end with
     * @param hotBytes how many bytes of small contents may be held in memory
     * @param securePort the port for HTTPS; 0 for any that is free
     * @param shownSecurePort the port that visitors are sent on to, where another one stands in front; 0 for the same
     */
    public record Setup(
            String bind, int port, int securePort, int shownSecurePort, String previewEnding, long hotBytes) {}

    /** How many kinds of status are counted: 1xx to 5xx. */
    public static final int KINDS_OF_STATUS = Answered.KINDS;

    /** How long a request may take to come in. */
    private static final long LONGEST_REQUEST_MILLIS = 15_000;

    private final AtomicReference<Routes> routes = new AtomicReference<>(Routes.NONE);
    private final Server server;
    private final ServerConnector connector;
    private final ServerConnector secure;
    private final Certificates certificates = new Certificates();
    private final VisitorHandler handler;
    private final VisitCounter visits = new VisitCounter();
    private final Answered answered = new Answered();

    /** A server that is not started yet, for sites alone. */
    public Edge(
            Setup setup,
            Blobs blobs,
            Function<String, Optional<SiteRoutes>> previews,
            Function<String, Optional<String>> challenges,
            Door door,
            Clock clock) {
        this(setup, blobs, previews, challenges, door, AppProxy.Place.NONE, clock);
    }

    /**
     * A server that is not started yet.
     *
     * @param app the application itself, which is reached by this server too
     * @param challenges the answer to an authority that asks for a token (RFC 8555 section 8.3); may read from a database
     * @param door what lets visitors in to what is not for everyone
     */
    public Edge(
            Setup setup,
            Blobs blobs,
            Function<String, Optional<SiteRoutes>> previews,
            Function<String, Optional<String>> challenges,
            Door door,
            AppProxy.Place app,
            Clock clock) {
        QueuedThreadPool threads = new QueuedThreadPool(64, 4);
        threads.setName("edge");
        server = new Server(threads);
        HttpConfiguration http = new HttpConfiguration();
        http.setSendServerVersion(false);
        http.setSendDateHeader(true);
        // Names of files may hold a percent sign; a path is decoded once only, so that it cannot mean anything else.
        http.setUriCompliance(
                UriCompliance.DEFAULT.with("file names", UriCompliance.Violation.AMBIGUOUS_PATH_ENCODING));
        connector = listening(setup, setup.port(), new HttpConnectionFactory(http));
        secure = listening(setup, setup.securePort(), Tls.connections(certificates, http));
        handler = new VisitorHandler(
                routes::get, previews, setup.previewEnding(), blobs, setup.hotBytes(), visits, door, clock);
        server.setRequestLog(answered);
        IntSupplier onward = () -> setup.shownSecurePort() == 0 ? securePort() : setup.shownSecurePort();
        server.setHandler(new Gate(
                app.names().isEmpty() ? handler : new AppDoor(handler, app, certificates::has, onward),
                routes::get,
                challenges,
                onward));
    }

    private ServerConnector listening(Setup setup, int port, ConnectionFactory... protocols) {
        ServerConnector made = new ServerConnector(server, protocols);
        made.setHost(setup.bind());
        made.setPort(port);
        made.setIdleTimeout(30_000);
        made.addBean(new DribbleGuard(made.getScheduler(), LONGEST_REQUEST_MILLIS));
        server.addConnector(made);
        return made;
    }

    /** Writes a line for each visit from now on; before the start. */
    public void writesTo(VisitLog log) {
        server.setRequestLog(new RequestLog.Collection(answered, log));
        server.addBean(log);
    }

    /** How many answers of a kind of status were given, such as 4 for 4xx. */
    public long answered(int kind) {
        return answered.of(kind);
    }

    /** Begins to answer. */
    public void start() throws Exception {
        server.start();
    }

    /** The port it answers at. */
    public int port() {
        return connector.getLocalPort();
    }

    /** The port it answers at by HTTPS. */
    public int securePort() {
        return secure.getLocalPort();
    }

    /** The certificates that visitors are shown. */
    public Certificates certificates() {
        return certificates;
    }

    /** The routes in force. */
    public Routes routes() {
        return routes.get();
    }

    /** Exchanges the routes: requests from now on are answered by the new ones, those under way by the old. */
    public void exchange(UnaryOperator<Routes> change) {
        routes.updateAndGet(change);
    }

    /** The pages served, by host name. */
    public VisitCounter visits() {
        return visits;
    }

    /** Says that packed forms of a content have been made. */
    public void packed(String hash) {
        handler.forget(hash);
    }

    /** Stops answering. */
    public void stop() throws Exception {
        server.stop();
    }
}
