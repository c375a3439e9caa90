package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ForecastTest {

    private static final Instant NOW = Instant.parse("2026-11-25T12:00:00Z");
    private static final Expected HERE = new Expected(Set.of("192.0.2.7"), Set.of(), "visit.example");

    private static Sighting look(String from, Seen v4, Instant at) {
        return new Sighting(from, false, v4, new Seen.NoData(0), at);
    }

    private static Seen.Records records(String number, long ttl) {
        return new Seen.Records(List.of(), List.of(number), ttl);
    }

    @Test
    void anOldAnswerLingersForItsTtl() {
        Forecast forecast = Forecast.of(HERE, List.of(look("r", records("198.51.100.1", 600), NOW)), NOW);
        assertThat(forecast.everyoneBy()).contains(NOW.plusSeconds(600));
    }

    @Test
    void noSuchNameLingersForTheSoaMinimum() {
        Forecast forecast =
                Forecast.of(HERE, List.of(look("r", new Seen.NoSuchName(List.of(), 3600), NOW.minusSeconds(600))), NOW);
        assertThat(forecast.everyoneBy()).contains(NOW.plusSeconds(3000));
    }

    @Test
    void rightAnswersAndThoseThatHaveEndedDoNotCount() {
        List<Sighting> looks = List.of(
                look("a", records("192.0.2.7", 86_400), NOW),
                look("b", records("198.51.100.1", 600), NOW.minusSeconds(600)),
                look("c", new Seen.NoAnswer(), NOW));
        assertThat(Forecast.of(HERE, looks, NOW).everyoneBy()).isEmpty();
        assertThat(Forecast.lingering(HERE, looks, NOW)).isEmpty();
    }

    /** What was said about A and AAAA records 100 s ago, and for how many more seconds what is wrong in it may be kept. */
    @ParameterizedTest
    @CsvSource({
        "192.0.2.7 600, none 600, 0",
        "198.51.100.1 600, none 60, 500",
        "none 600, none 60, 500",
        "nx 600, nx 600, 500",
        "192.0.2.7 600, 2001:db8:0:0:0:0:0:9 300, 200",
        "198.51.100.1 200, 2001:db8:0:0:0:0:0:9 300, 200",
        "198.51.100.1 400, 2001:db8:0:0:0:0:0:9 300, 300",
        "198.51.100.1 100, none 600, 0",
        "silent 0, silent 0, 0",
        "silent 0, 2001:db8:0:0:0:0:0:9 300, 200",
    })
    void onlyWhatIsWrongInAnAnswerLingers(String v4, String v6, long left) {
        Sighting look = new Sighting("r", false, seen(v4), seen(v6), NOW.minusSeconds(100));
        Optional<Instant> wanted = left == 0 ? Optional.empty() : Optional.of(NOW.plusSeconds(left));
        assertThat(Forecast.of(HERE, List.of(look), NOW).everyoneBy()).isEqualTo(wanted);
        assertThat(Forecast.lingering(HERE, List.of(look), NOW)).hasSize(left == 0 ? 0 : 1);
    }

    @Test
    void whereANameHasOnlyIpv6NumbersThatIsNoWaiting() {
        Expected both = new Expected(Set.of("192.0.2.7"), Set.of("2001:db8:0:0:0:0:0:7"), "visit.example");
        Sighting six = new Sighting("r", false, new Seen.NoData(300), records("2001:db8:0:0:0:0:0:7", 600), NOW);
        assertThat(Forecast.of(both, List.of(six), NOW).waiting()).isFalse();
        Sighting four = new Sighting("ns", true, records("192.0.2.7", 600), six.v6(), NOW.plusSeconds(1));
        assertThat(Forecast.of(both, List.of(six, four), NOW).everyoneBy()).contains(NOW.plusSeconds(300));
    }

    private static Seen seen(String text) {
        String[] parts = text.split(" ");
        long ttl = Long.parseLong(parts[1]);
        return switch (parts[0]) {
            case "none" -> new Seen.NoData(ttl);
            case "nx" -> new Seen.NoSuchName(List.of(), ttl);
            case "silent" -> new Seen.NoAnswer();
            default -> records(parts[0], ttl);
        };
    }

    /** It is kept to: never earlier than the end of the last old answer, and over exactly then. */
    @Property
    void isNeverEarlierThanTheLastCachedAnswersEnd(
            @ForAll @Size(min = 1, max = 12) List<@IntRange(min = 1, max = 100_000) Integer> ttls,
            @ForAll @IntRange(max = 100_000) int age) {
        List<Sighting> looks = new ArrayList<>();
        Instant last = Instant.MIN;
        for (int i = 0; i < ttls.size(); i++) {
            Instant at = NOW.minusSeconds(age / (i + 1));
            looks.add(look(
                    "r" + i,
                    i % 2 == 0 ? records("198.51.100." + i, ttls.get(i)) : new Seen.NoSuchName(List.of(), ttls.get(i)),
                    at));
            Instant end = at.plusSeconds(ttls.get(i));
            last = end.isAfter(last) ? end : last;
        }
        Optional<Instant> by = Forecast.of(HERE, looks, NOW).everyoneBy();
        assertThat(by.isPresent()).isEqualTo(last.isAfter(NOW));
        Instant end = last;
        by.ifPresent(time -> {
            assertThat(time).isEqualTo(end);
            assertThat(Forecast.of(HERE, looks, time.minusSeconds(60)).waiting())
                    .isTrue();
            assertThat(Forecast.of(HERE, looks, time).waiting()).isFalse();
        });
    }
}
