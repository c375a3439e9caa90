package evenharbor.core.where.domain;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * What changes from one state of a zone to another, by record set.
 *
 * @param steps the sets that differ, in the order of their keys
 */
public record ZoneDifference(List<Step> steps) {

    /**
     * One set that differs.
     *
     * @param key its name and type
     * @param before what it was; empty when it is new
     * @param after what it will be; empty when it goes
     */
    public record Step(RecordSet.Key key, Optional<RecordSet> before, Optional<RecordSet> after) {}

    /** The difference that leads from one zone to the other. */
    public static ZoneDifference between(Zone before, Zone after) {
        SortedSet<RecordSet.Key> keys = new TreeSet<>();
        before.sets().forEach(set -> keys.add(set.key()));
        after.sets().forEach(set -> keys.add(set.key()));
        List<Step> steps = new ArrayList<>();
        for (RecordSet.Key key : keys) {
            Optional<RecordSet> old = before.find(key);
            Optional<RecordSet> fresh = after.find(key);
            if (!old.equals(fresh)) {
                steps.add(new Step(key, old, fresh));
            }
        }
        return new ZoneDifference(List.copyOf(steps));
    }

    /** Whether nothing differs. */
    public boolean none() {
        return steps.isEmpty();
    }
}
