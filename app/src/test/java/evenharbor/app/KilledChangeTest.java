package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/** The application is killed, really, while a site is taken down and put back, and while names are registered. */
@Execution(ExecutionMode.CONCURRENT)
class KilledChangeTest {

    private static final int KILLS = Integer.getInteger("harbor.kills", 1);
    private static final int NAMES = 6;
    private static final int MOST_SWITCHES = 1000;
    private static final int LATEST_KILL_MILLIS = 200;
    private static final int PAST_A_LEASE_SECONDS = 70;

    private final Random random = new Random(20_261_129);
    private final ChildHarbor harbor = TestHarbor.get().child("felled");

    @Test
    @Timeout(900)
    void whatIsSaidIsWhatIsSoAfterEachKillAndNoPaidNameIsLost() throws InterruptedException {
        harbor.start();
        ApiClient person = harbor.client();
        person.openAccount("Felled", "felled@test.example");
        String site = person.site("Felled");
        person.putText(site, "index.html", "<p>stands").is(200);
        person.claim(site, "felled").is(201);
        person.publish(site);
        int asked = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            int first = asked;
            AtomicInteger registered = new AtomicInteger();
            List<Thread> work = List.of(
                    new Thread(() -> untilKilled(MOST_SWITCHES, i -> switchLive(person, site, i % 2 == 1))),
                    new Thread(() -> untilKilled(NAMES, i -> {
                        register(person, name(first + i));
                        registered.incrementAndGet();
                    })));
            work.forEach(Thread::start);
            int some = 1 + random.nextInt(NAMES - 2);
            until("some registrations to be done", () -> registered.get() >= some);
            Thread.sleep(random.nextInt(LATEST_KILL_MILLIS));
            harbor.kill();
            for (Thread thread : work) {
                thread.join();
            }
            asked += NAMES;
            harbor.start();

            boolean live =
                    person.get("/api/sites/" + site).is(200).json().get("live").asBoolean();
            assertThat(person.visit("felled.harbor.localhost", "/").status())
                    .as("after kill %d the site is said to be live: %s", kill, live)
                    .isEqualTo(live ? 200 : 404);
            switchLive(person, site, !live);
            assertThat(person.visit("felled.harbor.localhost", "/").status()).isEqualTo(live ? 404 : 200);

            // What the killed process held is taken up by the next once its lease has ended.
            person.post("/api/practice/clock", Map.of("seconds", PAST_A_LEASE_SECONDS))
                    .is(200);
            until("each registration to be known", () -> !states(person).containsValue("REGISTERING"));
            whatIsPaidForIsHeld(person, asked);
        }
        assertThat(states(person)).containsValue("HELD");
        harbor.kill();
    }

    private interface Step {
        void take(int i);
    }

    private static void untilKilled(int most, Step step) {
        try {
            for (int i = 0; i < most; i++) {
                step.take(i);
            }
        } catch (UncheckedIOException | AssertionError e) {
            // It was killed on the way: that is the point.
        }
    }

    private static String name(int i) {
        return "felled-" + i + ".art.localhost";
    }

    private static void switchLive(ApiClient person, String site, boolean live) {
        person.put("/api/sites/" + site + "/live", Map.of("live", live)).is(200);
    }

    private static JsonNode offer(ApiClient person, String name) {
        return person.get("/api/domain-offers?typed=" + name).is(200).json().get(0);
    }

    private static void register(ApiClient person, String name) {
        person.post(
                        "/api/domains",
                        Map.of(
                                "name",
                                name,
                                "firstYear",
                                offer(person, name).get("firstYear").asLong()))
                .is(201);
    }

    private static Map<String, String> states(ApiClient person) {
        Map<String, String> states = new TreeMap<>();
        person.get("/api/domains")
                .is(200)
                .json()
                .forEach(domain -> states.put(
                        domain.get("name").asString(), domain.get("state").asString()));
        return states;
    }

    private static void whatIsPaidForIsHeld(ApiClient person, int asked) {
        Map<String, String> states = states(person);
        List<String> lost = new ArrayList<>();
        for (int i = 0; i < asked; i++) {
            boolean free = offer(person, name(i)).get("free").asBoolean();
            if (free == "HELD".equals(states.get(name(i)))) {
                lost.add(name(i) + (free ? " is free, and said to be held" : " is taken, and not held"));
            }
        }
        assertThat(lost).isEmpty();
    }
}
