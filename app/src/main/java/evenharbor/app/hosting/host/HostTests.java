package evenharbor.app.hosting.host;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import com.google.common.util.concurrent.Uninterruptibles;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseAway;
import evenharbor.core.hosting.host.HostStep;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Tests hosts in the background; how far a test is stands in the host's row, so that any node can tell. */
@Service
public class HostTests {

    private static final Logger LOG = LoggerFactory.getLogger(HostTests.class);

    /** A test whose process died is over. */
    private static final Duration LONGEST = Duration.ofMinutes(3);

    private static final int MOST_TRIES = 20;
    private static final Duration BETWEEN_TRIES = Duration.ofMillis(250);

    private final HostRepository repository;
    private final Hosts hosts;
    private final HostReach reach;
    private final HostNumbers numbers;
    private final HostOffers offers;
    private final HostVisitor visitor;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;
    private final ExecutorService workers = Executors.newCachedThreadPool(new ThreadFactoryBuilder()
            .setNameFormat("host-test")
            .setDaemon(true)
            .build());

    HostTests(
            HostRepository repository,
            Hosts hosts,
            HostReach reach,
            HostNumbers numbers,
            HostOffers offers,
            HostVisitor visitor,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock) {
        this.repository = repository;
        this.hosts = hosts;
        this.reach = reach;
        this.numbers = numbers;
        this.offers = offers;
        this.visitor = visitor;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
    }

    /** Begins a test of one of the person's hosts. @param make whether a missing folder is made */
    void begin(String id, boolean make) {
        Host host = hosts.mine(id);
        keep(id, HostEntity.TestState.RUNNING, List.of());
        workers.execute(() -> carryOut(host, make));
    }

    /**
     * Tests one of the person's hosts and waits for the end.
     *
     * @return the certificate or key that it showed and that is not accepted yet; empty for none
     */
    public Optional<String> now(String id) {
        return carryOut(hosts.mine(id), false).stream()
                .map(TestStep::identity)
                .filter(identity -> !identity.isEmpty())
                .findFirst();
    }

    private List<TestStep> carryOut(Host host, boolean make) {
        List<TestStep> steps = List.of(TestStep.fails(
                HostStep.NAME, "The harbor could not finish the test. Nothing was changed.", "Test it again.", ""));
        try {
            steps = new HostTest(host, make, reach, numbers, offers, visitor, far -> tell(host.id(), far)).run();
        } catch (RuntimeException e) {
            LOG.error("The test of host {} broke off", host.id(), e);
        } finally {
            end(host.id(), steps);
        }
        return steps;
    }

    /** Tells how far a test is. When that cannot be told for a moment the test goes on. */
    private void tell(String id, List<TestStep> far) {
        try {
            keep(id, HostEntity.TestState.RUNNING, far);
        } catch (RuntimeException e) {
            if (!DatabaseAway.isWhy(e)) {
                throw e;
            }
            LOG.warn("How far the test of host {} is cannot be told: {}", id, e.toString());
        }
    }

    /** Keeps how a test ended, also over a hiccup of the database: else it would be said to be under way for long. */
    private void end(String id, List<TestStep> steps) {
        for (int tries = 1; ; tries++) {
            try {
                keep(id, HostEntity.TestState.DONE, steps);
                return;
            } catch (RuntimeException e) {
                if (tries == MOST_TRIES || !DatabaseAway.isWhy(e)) {
                    throw e;
                }
                Uninterruptibles.sleepUninterruptibly(BETWEEN_TRIES);
            }
        }
    }

    private void keep(String id, HostEntity.TestState state, List<TestStep> steps) {
        Instant now = clock.instant();
        transactions.executeWithoutResult(status -> repository.tested(id, state, json.writeValueAsString(steps), now));
    }

    /** The steps of a host's last test. */
    List<TestStep> steps(HostEntity host) {
        return json.readValue(host.test, new TypeReference<>() {});
    }

    /** Accepts what a host showed as its certificate or key, if that is what it showed in its last test. */
    void accept(String id, String identity) {
        if (steps(hosts.entity(id)).stream().noneMatch(step -> step.identity().equals(identity))) {
            throw new Problem(
                    ProblemType.STALE,
                    "The host did not show this when it was last tested. Nothing was changed. Test it again.");
        }
        hosts.accept(id, identity);
    }

    /** Whether a test is under way. */
    boolean running(HostEntity host) {
        return host.testState == HostEntity.TestState.RUNNING
                && host.testedAt.plus(LONGEST).isAfter(clock.instant());
    }

    /** Whether the last test held all through; what is only advice does not count. */
    static boolean good(List<TestStep> steps) {
        return !steps.isEmpty()
                && steps.stream().noneMatch(s -> s.state() == HostStep.State.FAILS)
                && steps.stream().anyMatch(s -> s.step() == HostStep.DELETE);
    }

    @PreDestroy
    void stop() {
        workers.shutdownNow();
    }
}
