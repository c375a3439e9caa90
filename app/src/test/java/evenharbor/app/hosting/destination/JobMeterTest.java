package evenharbor.app.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.hosting.transfer.Meter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;

/** How far work at a destination is, and that it stops when it is not to go on. */
class JobMeterTest {

    private record Told(HostJob.Step step, int files, long bytes, String path) {}

    private final List<Told> told = new ArrayList<>();
    private final AtomicBoolean go = new AtomicBoolean(true);
    private final JobMeter meter = new JobMeter((step, files, bytes, rate, path) -> {
        assertThat(rate).isNotNegative().isFinite();
        told.add(new Told(step, files, bytes, path));
        return go.get();
    });

    private Told last() {
        meter.beat();
        return told.get(told.size() - 1);
    }

    @Test
    void aFileIsDoneWhenItsLastByteHasGone() {
        meter.step(HostJob.Step.SENDING);
        meter.begin(Map.of("a", 10L, "b", 4L, "empty", 0L), 2, 100);
        meter.moved("a", 6);
        assertThat(last()).isEqualTo(new Told(HostJob.Step.SENDING, 2, 106, "a"));
        meter.moved("a", 4);
        meter.moved("b", 4);
        meter.moved("b", 4);
        assertThat(last()).as("sent twice is done once").isEqualTo(new Told(HostJob.Step.SENDING, 4, 118, "b"));
    }

    @Test
    void itStopsAtTheNextGoodPlaceOnceItIsNotToGoOn() {
        meter.step(HostJob.Step.LOOKING);
        go.set(false);
        meter.beat();
        assertThatThrownBy(meter::mayStop).isInstanceOf(Meter.Stopped.class);
        go.set(true);
        assertThatThrownBy(meter::mayStop).as("and stays stopped").isInstanceOf(Meter.Stopped.class);
        assertThatThrownBy(() -> meter.rest(10_000)).isInstanceOf(Meter.Stopped.class);
    }

    @Test
    void itRestsNoLongerThanNeeded() {
        long begin = System.nanoTime();
        meter.rest(1);
        assertThat(System.nanoTime() - begin).isLessThan(10_000_000_000L);
    }

    @Test
    void aBeatThatCannotBeToldIsTriedAgain() {
        JobMeter deaf = new JobMeter((step, files, bytes, rate, path) -> {
            throw new IllegalStateException("the database is away");
        });
        deaf.beat();
        deaf.beat();
        assertThatThrownBy(() -> deaf.step(HostJob.Step.SENDING)).isInstanceOf(IllegalStateException.class);
    }
}
