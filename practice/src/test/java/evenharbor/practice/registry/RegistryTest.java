package evenharbor.practice.registry;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.practice.clock.PracticeClock;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RegistryTest {

    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private static final List<String> SERVERS = List.of("ns1.harbor.localhost", "ns2.harbor.localhost");

    @TempDir
    Path folder;

    private final PracticeClock clock = new PracticeClock(Clock.fixed(NOW, ZoneOffset.UTC));
    private final Map<String, List<String>> delegated = new HashMap<>();
    private Registry registry;

    @BeforeEach
    void open() {
        registry = new Registry(
                List.of("art.localhost", "shop.localhost", "club.localhost"),
                folder.resolve("registry"),
                delegated::put,
                clock);
    }

    @ParameterizedTest
    @CsvSource({
        "papermoon.art.localhost, 1200, 2400, false",
        "papermoon.shop.localhost, 1500, 3000, false",
        "papermoon.club.localhost, 750, 1500, false",
        "sun.club.localhost, 18000, 4500, true",
        "garden.art.localhost, 28800, 7200, true",
    })
    void shortAndSoughtNamesCostMore(String name, long firstYear, long yearly, boolean premium) {
        assertThat(registry.fee(name)).isEqualTo(new Registry.Fee(firstYear, yearly, premium));
    }

    @ParameterizedTest
    @CsvSource({"papermoon.org.localhost", "a.b.art.localhost", "-x.art.localhost", "UP.art.localhost", "art.localhost"
    })
    void whatIsNotSoldIsNotRegistered(String name) {
        assertThat(registry.create(name, "harbor", 1, SERVERS)).isEmpty();
        assertThat(delegated).isEmpty();
    }

    @Test
    void ofTwoWhoWantANameTheFirstGetsIt() {
        assertThat(registry.create("papermoon.art.localhost", "harbor", 1, SERVERS))
                .isPresent();
        assertThat(registry.create("papermoon.art.localhost", "elsewhere", 1, List.of()))
                .isEmpty();
        assertThat(delegated).containsEntry("papermoon.art.localhost", SERVERS);
    }

    @Test
    void aNameThatEndedLeavesDnsAndIsFreeAfterThirtyDays() {
        registry.create("papermoon.art.localhost", "harbor", 1, SERVERS);
        clock.setTo(NOW.plus(Duration.ofDays(365)).minusSeconds(1));
        registry.tidy();
        assertThat(delegated).containsEntry("papermoon.art.localhost", SERVERS);
        clock.setTo(NOW.plus(Duration.ofDays(366)));
        registry.tidy();
        assertThat(delegated).containsEntry("papermoon.art.localhost", List.of());
        assertThat(registry.find("papermoon.art.localhost")).isPresent();
        clock.setTo(NOW.plus(Duration.ofDays(396)));
        registry.tidy();
        assertThat(registry.find("papermoon.art.localhost")).isEmpty();
    }

    @Test
    void aNameRenewedInTheDaysOfGraceIsInDnsAgain() {
        Registry.Registered name =
                registry.create("papermoon.art.localhost", "harbor", 1, SERVERS).orElseThrow();
        clock.setTo(NOW.plus(Duration.ofDays(380)));
        registry.tidy();
        assertThat(registry.renew(name, 1).expires()).isEqualTo(Instant.parse("2028-11-24T12:00:00Z"));
        assertThat(delegated).containsEntry("papermoon.art.localhost", SERVERS);
    }

    @Test
    void allItSoldIsKnownAfterARestart() {
        registry.create("papermoon.art.localhost", "harbor", 2, SERVERS);
        registry.create("nightjar.club.localhost", "elsewhere", 1, List.of());
        List<Registry.Registered> before = registry.names();
        open();
        assertThat(registry.names()).isEqualTo(before).hasSize(2);
    }
}
