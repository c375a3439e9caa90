package evenharbor.core.harbor.publish;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.publish.PublicationLife.State;
import evenharbor.core.harbor.publish.PublicationLife.Step;
import java.util.List;
import java.util.function.UnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class PublicationLifeTest {

    private static final List<UnaryOperator<PublicationLife>> EVENTS = List.of(
            life -> life.at(Step.BUILDING, 3),
            life -> life.at(Step.BUILDING, 9),
            life -> life.at(Step.SWITCHING, 10),
            life -> life.switched(4),
            PublicationLife::finished,
            life -> life.failed("It broke."),
            life -> life.stopped("Stopped."));

    @Test
    void theUsualWay() {
        PublicationLife life = PublicationLife.asked(10);
        assertThat(life.stoppable()).isTrue();
        life = life.at(Step.BUILDING, 3);
        assertThat(life.done()).isEqualTo(3);
        life = life.switched(4);
        assertThat(life.stoppable()).isFalse();
        assertThat(life.state()).isEqualTo(State.RUNNING);
        assertThat(life.finished().state()).isEqualTo(State.DONE);
        assertThat(life.version()).hasValue(4);
    }

    @Test
    void whatHasSwitchedIsNeverSaidToHaveFailed() {
        PublicationLife failed = PublicationLife.asked(1).switched(2).failed("The routes could not be followed.");
        assertThat(failed.state()).isEqualTo(State.DONE);
        assertThat(failed.problem()).isEmpty();
        assertThat(PublicationLife.asked(1).switched(2).stopped("No.").state()).isEqualTo(State.RUNNING);
    }

    @Test
    void aFailureKeepsItsWordsAndItsStep() {
        PublicationLife failed = PublicationLife.asked(5).at(Step.BUILDING, 2).failed("It broke.");
        assertThat(failed)
                .isEqualTo(new PublicationLife(
                        State.FAILED, Step.BUILDING, 2, 5, java.util.OptionalInt.empty(), "It broke."));
        assertThat(failed.switched(3)).as("too late").isEqualTo(failed);
        assertThat(failed.stopped("No.")).isEqualTo(failed);
    }

    @Test
    void progressNeverGoesBackAStep() {
        PublicationLife switching = PublicationLife.asked(5).at(Step.SWITCHING, 5);
        assertThat(switching.at(Step.BUILDING, 1)).isEqualTo(switching);
    }

    /** Whatever happens in whatever order: an end is for good, and a version is there exactly when it switched. */
    @Property
    void anEndIsForGood(@ForAll List<@IntRange(max = 6) Integer> events) {
        PublicationLife life = PublicationLife.asked(10);
        for (int event : events) {
            PublicationLife next = EVENTS.get(event).apply(life);
            if (life.state() != State.RUNNING) {
                assertThat(next).isEqualTo(life);
            }
            if (life.version().isPresent()) {
                assertThat(next.version()).isEqualTo(life.version());
                assertThat(next.state()).isIn(State.RUNNING, State.DONE);
            }
            assertThat(next.state() == State.DONE)
                    .isEqualTo(next.state() == State.DONE && next.version().isPresent());
            assertThat(next.problem().isEmpty())
                    .isEqualTo(next.state() != State.FAILED && next.state() != State.STOPPED);
            life = next;
        }
    }
}
