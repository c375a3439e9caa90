package evenharbor.core.who.message;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.who.message.MessageLife.Answer;
import evenharbor.core.who.message.MessageLife.State;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A message is sent again until it is taken, less and less often, and not for ever. */
class MessageLifeTest {

    private static final Instant T = Instant.parse("2026-11-30T08:00:00Z");

    private static Answer status(int status) {
        return new Answer(status, Optional.empty());
    }

    @ParameterizedTest
    @ValueSource(ints = {200, 201, 202, 204})
    void whatIsTakenIsNotSentAgain(int status) {
        assertThat(MessageLife.begun(T).answered(status(status), T))
                .isEqualTo(new MessageLife(State.DELIVERED, 0, Optional.empty()));
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 301, 400, 404, 429, 500, 503})
    void whatIsNotTakenIsSentAgainLaterAndLater(int status) {
        List<Duration> pauses = new ArrayList<>();
        Instant now = T;
        MessageLife life = MessageLife.begun(T);
        while (life.nextAt().isPresent()) {
            pauses.add(Duration.between(now, life.nextAt().get()));
            now = life.nextAt().get();
            life = life.answered(status(status), now);
        }
        assertThat(life.state()).isEqualTo(State.GIVEN_UP);
        assertThat(pauses).hasSize(9).isSorted();
        assertThat(Duration.between(T, now)).isBetween(Duration.ofDays(1), Duration.ofDays(3));
    }

    @Test
    void whoWantsNoMoreGetsNoMore() {
        assertThat(MessageLife.begun(T).answered(status(410), T).state()).isEqualTo(State.GIVEN_UP);
    }

    @Property
    void aPauseThatIsAskedForIsKeptToWithinADay(
            @ForAll @IntRange(max = 7) int failed, @ForAll @IntRange(min = 0, max = 1_000_000_000) int asked) {
        MessageLife life = new MessageLife(State.WAITING, failed, Optional.of(T));
        Duration usual =
                Duration.between(T, life.answered(status(503), T).nextAt().orElseThrow());
        Duration pause = Duration.between(
                T,
                life.answered(new Answer(503, Optional.of(Duration.ofSeconds(asked))), T)
                        .nextAt()
                        .orElseThrow());
        Duration most = asked > 86400 ? Duration.ofDays(1) : Duration.ofSeconds(asked);
        assertThat(pause).isEqualTo(most.compareTo(usual) > 0 ? most : usual);
    }
}
