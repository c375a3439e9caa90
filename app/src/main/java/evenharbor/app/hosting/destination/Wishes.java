package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.destination.HostPlan;
import java.util.Map;
import java.util.Set;

/**
 * What the asker of work wants besides.
 *
 * @param heldBack paths that stay as they are
 * @param sentAnyway paths that are sent although nothing differs
 * @param everything whether all is sent again
 * @param decisions what shall be done at disputed paths
 * @param removed paths of what others put there that shall go
 * @param notice whether a notice takes the place of what is taken down
 */
record Wishes(
        Set<String> heldBack,
        Set<String> sentAnyway,
        boolean everything,
        Map<String, HostPlan.Decision> decisions,
        Set<String> removed,
        boolean notice) {

    static final Wishes NONE = new Wishes(Set.of(), Set.of(), false, Map.of(), Set.of(), false);

    /** As the plan takes them. */
    HostPlan.Wishes forPlan(Set<String> all) {
        return new HostPlan.Wishes(heldBack, everything ? all : sentAnyway, decisions, removed);
    }
}
