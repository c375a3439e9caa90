package evenharbor.core.harbor.publish;

import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import java.util.List;

/**
 * What becomes of files that arrive.
 *
 * @param publishes whether the draft is published then
 * @param stoppedBy which findings keep it from that
 */
public record ArrivalRule(boolean publishes, StoppedBy stoppedBy) {

    /** Arrivals change the draft alone. */
    public static final ArrivalRule DRAFT = new ArrivalRule(false, StoppedBy.BROKEN);

    /** Findings that came since the last publish. */
    public enum StoppedBy {
        NOTHING,
        /** Those for which visitors do not get what they ask for. */
        BROKEN,
        ANY
    }

    /** Those of some findings that keep it from being published. */
    public List<Finding> stopping(List<Finding> fresh) {
        return switch (stoppedBy) {
            case NOTHING -> List.of();
            case BROKEN ->
                fresh.stream()
                        .filter(finding -> finding.kind().weight() == FindingKind.Weight.BROKEN)
                        .toList();
            case ANY -> fresh;
        };
    }
}
