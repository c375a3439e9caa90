package evenharbor.app.chaos;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.DatabaseCluster;
import evenharbor.app.fixture.Line;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Processes of one harbor, each with lines of its own to each of three databases, and all with one folder. */
final class Nodes {

    /** How many there are. */
    static final int SIZE = 3;

    private final List<Node> nodes = new ArrayList<>();
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();

    Nodes(Path store, DatabaseCluster databases) throws IOException {
        for (int number = 0; number < SIZE; number++) {
            nodes.add(new Node(store, number, databases));
        }
        // The first makes the tables.
        nodes.get(0).start();
        nodes.stream().skip(1).parallel().forEach(Node::start);
    }

    Node get(int number) {
        return nodes.get(number);
    }

    List<Node> all() {
        return nodes;
    }

    /** One of them. */
    final class Node {
        private final int number;
        private final ChildHarbor harbor;
        private final List<Line> lines;
        /** Even while it can answer; counts each time that this changes. */
        private final AtomicLong disturbed = new AtomicLong();

        Node(Path store, int number, DatabaseCluster databases) throws IOException {
            this.number = number;
            lines = IntStream.range(0, DatabaseCluster.SIZE)
                    .mapToObj(database -> new Line(databases.port(database)))
                    .toList();
            String servers =
                    lines.stream().map(line -> "127.0.0.1:" + line.port()).collect(Collectors.joining(","));
            harbor = TestHarbor.get()
                    .node(
                            store,
                            number,
                            "jdbc:mariadb:sequential://" + servers
                                    + "/harbor?useBulkStmts=false&connectTimeout=2000&socketTimeout=10000"
                                    + "&galeraAllowedState=4&sessionVariables=wsrep_sync_wait=1");
        }

        private void start() {
            harbor.start();
            Patience.until("node " + number + " to be ready", this::ready);
        }

        List<Line> lines() {
            return lines;
        }

        ApiClient client() {
            return harbor.client();
        }

        int visitorPort() {
            return harbor.visitorPort();
        }

        /** Something that it cannot answer during. */
        void disturb(Runnable begin) {
            disturbed.incrementAndGet();
            begin.run();
        }

        /** It answers again. */
        void settle(Runnable end) {
            end.run();
            Patience.until("node " + number + " to be ready again", this::ready);
            disturbed.incrementAndGet();
        }

        ChildHarbor harbor() {
            return harbor;
        }

        /** What tells whether it could answer all the time since. */
        long mark() {
            return disturbed.get();
        }

        /** Whether it can answer, and could ever since. */
        boolean soundSince(long mark) {
            return mark % 2 == 0 && disturbed.get() == mark;
        }

        /** What a balancer asks. */
        boolean ready() {
            try {
                return http.send(
                                        HttpRequest.newBuilder(URI.create(harbor.watchOrigin() + "/health/readiness"))
                                                .timeout(Duration.ofSeconds(5))
                                                .build(),
                                        HttpResponse.BodyHandlers.discarding())
                                .statusCode()
                        == 200;
            } catch (IOException e) {
                return false;
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }

        @Override
        public String toString() {
            return "node " + number;
        }
    }

    void end() {
        nodes.forEach(node -> node.harbor.kill());
    }
}
