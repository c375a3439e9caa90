package evenharbor.core.where.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class OrderBudgetTest {

    @Test
    void theBudgetSaysWhenTheNextOrderMayBePlaced() {
        Instant now = Instant.parse("2026-11-24T12:00:00Z");
        OrderBudget budget = new OrderBudget(2, 3);
        List<Instant> own = List.of(now.minus(Duration.ofHours(20)), now.minus(Duration.ofHours(5)));
        assertThat(budget.wait(List.of(), List.of(), now)).isEmpty();
        assertThat(budget.wait(own.subList(0, 1), own, now)).isEmpty();
        assertThat(budget.wait(own, own, now)).contains(now.plus(Duration.ofHours(4)));
        List<Instant> recent = List.of(now.minusSeconds(10), now.minusSeconds(30), now.minusSeconds(20));
        assertThat(budget.wait(List.of(), recent, now))
                .contains(now.minusSeconds(30).plus(Duration.ofHours(3)));
    }

    @Test
    void theLaterOfBothLimitsCounts() {
        Instant now = Instant.parse("2026-11-24T12:00:00Z");
        OrderBudget budget = new OrderBudget(1, 1);
        List<Instant> early = List.of(now.minus(Duration.ofHours(23)));
        List<Instant> late = List.of(now.minus(Duration.ofHours(1)));
        assertThat(budget.wait(late, late, now)).contains(now.plus(Duration.ofHours(23)));
        assertThat(budget.wait(early, late, now)).contains(now.plus(Duration.ofHours(2)));
        assertThat(budget.wait(List.of(now.minus(OrderBudget.NAME_SPAN)), List.of(), now))
                .as("what lies as long back as the span is over")
                .isEmpty();
    }
}
