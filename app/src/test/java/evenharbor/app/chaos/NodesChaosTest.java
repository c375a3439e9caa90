package evenharbor.app.chaos;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.DatabaseCluster;
import evenharbor.app.fixture.Programs;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/**
 * Three processes on a cluster of three databases, with visitors and owners at all of them, while one thing after another goes
 * wrong: no visitor of a process that lives notices, and all that was acknowledged is there in the end, once.
 */
class NodesChaosTest {

    private static final int SECONDS = Integer.getInteger("harbor.chaos", 20);
    private static final long SEED = Long.getLong("harbor.seed", 20_261_201);
    private static final Duration ALL_WELL = Duration.ofSeconds(30);
    private static final int OWNERS = 3;
    private static final int VISITORS = 4;

    private final List<String> faults = Collections.synchronizedList(new ArrayList<>());

    @Test
    @Timeout(1200)
    void visitorsOfWhatLivesNoticeNothingAndWhatWasAcknowledgedIsThereOnce() throws Exception {
        Path store = Files.createTempDirectory("eh-nodes");
        boolean bounded = bounded(store);
        DatabaseCluster databases = DatabaseCluster.start();
        Nodes nodes = new Nodes(store, databases);
        try {
            Random random = new Random(SEED);
            List<Owner> owners = owners(nodes, random);
            List<Visitor> visitors = Stream.generate(
                            () -> new Visitor(nodes, owners, new Random(random.nextLong()), faults))
                    .limit(VISITORS)
                    .toList();
            List<Thread> threads = Stream.concat(owners.stream(), visitors.stream())
                    .map(Thread::new)
                    .peek(Thread::start)
                    .toList();
            Map<Fault, Integer> happened = happen(new Fault.Place(nodes, databases, store, bounded), random);
            Instant mended = Instant.now();
            owners.forEach(Owner::end);
            visitors.forEach(Visitor::end);
            for (Thread thread : threads) {
                thread.join();
            }
            String differs = differs(owners);
            while (!differs.isEmpty() && Instant.now().isBefore(mended.plus(ALL_WELL))) {
                ApiClient.pause();
                differs = differs(owners);
            }
            System.out.printf(
                    "Chaos of %d s, seed %d: %s; %d visits, %d of them at a node that was killed or paused; %d publishes,"
                            + " %d tries again; all well after %d ms%n",
                    SECONDS,
                    SEED,
                    happened,
                    visitors.stream().mapToInt(Visitor::visits).sum(),
                    visitors.stream().mapToInt(Visitor::excused).sum(),
                    owners.stream().mapToInt(Owner::changes).sum(),
                    owners.stream().mapToInt(Owner::tries).sum(),
                    Duration.between(mended, Instant.now()).toMillis());
            assertThat(differs).isEmpty();
            assertThat(faults).isEmpty();
        } finally {
            nodes.end();
            databases.close();
            if (bounded) {
                Programs.run(List.of("umount", store.toString()));
            }
            Programs.run(List.of("rm", "-rf", store.toString()));
        }
    }

    private List<Owner> owners(Nodes nodes, Random random) {
        List<Owner> owners = new ArrayList<>();
        for (int i = 0; i < OWNERS; i++) {
            String email = "chaos" + i + "@test.example";
            List<ApiClient> clients =
                    nodes.all().stream().map(Nodes.Node::client).toList();
            clients.get(0).openAccount("Chaos " + i, email);
            clients.stream()
                    .skip(1)
                    .forEach(client -> client.signIn(email, ApiClient.PASSWORD).is(200));
            owners.add(new Owner("chaos-" + i, clients, new Random(random.nextLong()), i == 0, faults));
        }
        return owners;
    }

    /** One thing after another, for the time that is given. */
    private Map<Fault, Integer> happen(Fault.Place place, Random random) throws InterruptedException {
        Map<Fault, Integer> happened = new EnumMap<>(Fault.class);
        List<Fault> possible = new ArrayList<>(
                Stream.of(Fault.values()).filter(fault -> fault.possible(place)).toList());
        Instant until = Instant.now().plusSeconds(SECONDS);
        while (Instant.now().isBefore(until)) {
            // Each kind comes once before any comes again.
            Collections.shuffle(possible, random);
            for (Fault fault : possible) {
                if (Instant.now().isAfter(until)) {
                    break;
                }
                Thread.sleep(random.nextInt(1_000));
                Runnable mend = fault.begin(place, random);
                Thread.sleep(1_000 + random.nextInt(5_000));
                mend.run();
                happened.merge(fault, 1, Integer::sum);
            }
        }
        return happened;
    }

    private static String differs(List<Owner> owners) {
        for (Owner owner : owners) {
            for (int node = 0; node < Nodes.SIZE; node++) {
                try {
                    String differs = owner.differs(node);
                    if (!differs.isEmpty()) {
                        return differs;
                    }
                } catch (RuntimeException | AssertionError e) {
                    return e.toString();
                }
            }
        }
        return "";
    }

    /** Puts the store on a disk of its own, where that is possible, so that it can be filled. */
    private static boolean bounded(Path store) {
        try {
            Programs.run(List.of("mount", "-t", "tmpfs", "-o", "size=96m", "tmpfs", store.toString()));
            return true;
        } catch (IllegalStateException e) {
            return false;
        }
    }
}
