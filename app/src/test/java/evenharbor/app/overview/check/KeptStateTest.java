package evenharbor.app.overview.check;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.Ladder;
import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.json.JsonMapper;

/** What is kept of looks says the same when it is read again. */
class KeptStateTest {

    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private final JsonMapper json = JsonMapper.builder().build();

    static List<Seen> answers() {
        return List.of(
                new Seen.Records(List.of("visit.harbor.localhost"), List.of("127.0.0.1"), 300),
                new Seen.NoSuchName(List.of(), 3600),
                new Seen.NoSuchName(List.of("gone.elsewhere.localhost"), 60),
                new Seen.NoData(900));
    }

    @ParameterizedTest
    @MethodSource("answers")
    void aSightingIsKept(Seen seen) {
        Sighting look = new Sighting("ns1.harbor.localhost", true, seen, new Seen.NoData(300), NOW);
        String kept = json.writeValueAsString(KeptLook.of(look));
        assertThat(json.readValue(kept, KeptLook.class).toSighting()).isEqualTo(look);
    }

    private static Ladder ladder(Ladder.State... states) {
        Ladder.Kind[] kinds = Ladder.Kind.values();
        return new Ladder(IntStream.range(0, states.length)
                .mapToObj(i -> step(kinds[i], states[i], "seen"))
                .toList());
    }

    private static Ladder.Step step(Ladder.Kind kind, Ladder.State state, String seen) {
        return new Ladder.Step(kind, state, "expected", seen, "from", "todo", Optional.empty(), List.of());
    }

    @Test
    void aStepKeepsItsTimeForAsLongAsItStandsTheSame() {
        Instant later = NOW.plusSeconds(60);
        List<KeptStep> first = KeptStep.of(ladder(Ladder.State.OK, Ladder.State.FAILED), List.of(), NOW);
        List<KeptStep> second = KeptStep.of(ladder(Ladder.State.OK, Ladder.State.OK), first, later);
        assertThat(second).extracting(KeptStep::since).containsExactly(NOW, later);
        String kept = json.writeValueAsString(second);
        assertThat(json.readValue(kept, KeptStep[].class)).containsExactlyElementsOf(second);
    }
}
