package evenharbor.app.what.draft;

import evenharbor.app.common.problem.LimitedStream;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.IntakeProblem;
import java.io.InputStream;
import java.util.List;

/** The answer when files are not taken in. */
final class IntakeRefusal {

    private IntakeRefusal() {}

    /** One of the things that are wrong. */
    record Fault(IntakeProblem.Kind kind, String sentence) {}

    static Problem of(List<IntakeProblem> problems) {
        List<Fault> faults =
                problems.stream().map(p -> new Fault(p.kind(), p.sentence())).toList();
        String more = faults.size() > 1 ? " (and " + (faults.size() - 1) + " more)" : "";
        return new Problem(ProblemType.INTAKE_REFUSED, faults.get(0).sentence() + more + " Nothing was changed.")
                .with("faults", faults);
    }

    static Problem of(IntakeProblem.Kind kind, String where) {
        return of(List.of(new IntakeProblem(kind, where)));
    }

    /** Stops reading what is larger than a site may be. */
    static InputStream limited(InputStream in) {
        return new LimitedStream(
                in,
                IntakeLimits.DEFAULT.bytes(),
                () -> of(IntakeProblem.Kind.TOO_LARGE, (IntakeLimits.DEFAULT.bytes() >> 20) + " MiB"));
    }
}
