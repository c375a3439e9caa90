package evenharbor.core.harbor.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

class ReviewLifeTest {

    private static final Instant NOW = Instant.parse("2026-11-29T12:00:00Z");
    private static final Map<String, UnaryOperator<ReviewLife>> EVENTS = Map.of(
            "agreed", life -> life.decided(true, "publisher", NOW, ""),
            "sent back", life -> life.decided(false, "publisher", NOW, "the date is wrong"),
            "withdrawn", life -> life.withdrawn("editor"));

    private final ReviewLife open = ReviewLife.asked("editor");

    @Test
    void anotherPersonDecidesAndSaysWhy() {
        ReviewLife agreed = open.decided(true, "publisher", NOW, " fine ");
        assertThat(agreed.state()).isEqualTo(ReviewLife.State.AGREED);
        assertThat(agreed.decision()).contains(new ReviewLife.Decision("publisher", NOW, "fine"));
        assertThatThrownBy(() -> open.decided(true, "editor", NOW, ""))
                .isInstanceOf(ReviewLife.Refusal.class)
                .hasMessageContaining("another person");
        assertThatThrownBy(() -> open.decided(false, "publisher", NOW, " "))
                .hasMessageContaining("Say what is to be changed");
        assertThatThrownBy(() -> open.withdrawn("publisher")).hasMessageContaining("send it back");
    }

    @Test
    void whatHasComeToItsEndStaysAsItIs() {
        List<ReviewLife> ended = List.of(
                EVENTS.get("agreed").apply(open),
                EVENTS.get("sent back").apply(open),
                EVENTS.get("withdrawn").apply(open),
                open.replaced());
        assertThat(ended.stream().map(ReviewLife::state).distinct()).hasSize(4);
        for (ReviewLife life : ended) {
            EVENTS.values()
                    .forEach(event -> assertThatThrownBy(() -> event.apply(life))
                            .isInstanceOf(ReviewLife.Refusal.class)
                            .hasMessageContaining("Nothing was changed"));
            assertThat(life.replaced()).isEqualTo(life);
        }
    }
}
