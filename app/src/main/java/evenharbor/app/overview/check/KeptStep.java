package evenharbor.app.overview.check;

import evenharbor.core.where.address.Ladder;
import java.time.Instant;
import java.util.List;

/**
 * A step of a ladder as it is kept.
 *
 * @param step the step
 * @param since since when it stands as it does
 */
public record KeptStep(Ladder.Step step, Instant since) {

    /** The steps of a new look: those that stand as before keep their time. */
    static List<KeptStep> of(Ladder ladder, List<KeptStep> before, Instant now) {
        return ladder.steps().stream()
                .map(step -> new KeptStep(
                        step,
                        before.stream()
                                .filter(b -> b.step().kind() == step.kind()
                                        && b.step().state() == step.state())
                                .map(KeptStep::since)
                                .findFirst()
                                .orElse(now)))
                .toList();
    }
}
