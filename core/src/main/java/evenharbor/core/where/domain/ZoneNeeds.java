package evenharbor.core.where.domain;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Brings what a domain's addresses need into its zone, and never over a record that a person made.
 *
 * @param zone the zone as it will be
 * @param ours the sets that the harbor wrote, and may change or take out again
 * @param conflicts what was not written because of a person's records
 */
public record ZoneNeeds(Zone zone, Set<RecordSet.Key> ours, List<Conflict> conflicts) {

    private static final Set<String> LEADING = Set.of("A", "AAAA", "CNAME");

    /**
     * Something in the way.
     *
     * @param name the name within the zone
     * @param theirs the person's sets that lead visitors elsewhere, or forbid ours
     * @param wanted what the harbor would write instead
     */
    public record Conflict(String name, List<RecordSet> theirs, List<RecordSet> wanted) {}

    /**
     * What leads visitors of a name here.
     *
     * @param name the name within the zone
     * @param target host name with a dot at the end that leads here, for a CNAME record
     * @param v4 the harbor's IPv4 addresses
     * @param v6 its IPv6 addresses
     * @param ttl seconds
     */
    public record Need(String name, String target, List<String> v4, List<String> v6, long ttl) {

        /** The sets that fill it beside the person's own sets at the name. */
        public List<RecordSet> sets(boolean aliasPossible) {
            if (aliasPossible && !name.equals(RecordSet.APEX)) {
                return List.of(new RecordSet(name, "CNAME", ttl, List.of(target)));
            }
            List<RecordSet> sets = new ArrayList<>();
            if (!v4.isEmpty()) {
                sets.add(new RecordSet(name, "A", ttl, v4));
            }
            if (!v6.isEmpty()) {
                sets.add(new RecordSet(name, "AAAA", ttl, v6));
            }
            return sets;
        }

        private boolean filledBy(List<RecordSet> sets) {
            return sets.stream()
                    .allMatch(set -> set.type().equals("CNAME")
                            ? set.data().equals(List.of(target))
                            : set.data()
                                    .equals(
                                            set.type().equals("A")
                                                    ? v4.stream().sorted().toList()
                                                    : v6.stream().sorted().toList()));
        }
    }

    /**
     * Merges needs into a zone.
     *
     * @param current the zone as it is
     * @param ours the sets in it that the harbor wrote
     * @param needs what is needed, one for each name
     * @param replace names at which the person has agreed that their records give way
     */
    public static ZoneNeeds merge(Zone current, Set<RecordSet.Key> ours, List<Need> needs, Set<String> replace) {
        Set<RecordSet.Key> kept = new HashSet<>();
        List<Conflict> conflicts = new ArrayList<>();
        Zone zone = current.with(sets -> ours.forEach(sets::remove));
        for (Need need : needs) {
            List<RecordSet> theirs = zone.at(need.name());
            List<RecordSet> leading =
                    theirs.stream().filter(s -> LEADING.contains(s.type())).toList();
            boolean others = theirs.size() > leading.size();
            if (!leading.isEmpty() && need.filledBy(leading)) {
                continue;
            }
            List<RecordSet> wanted = need.sets(!others);
            if (!leading.isEmpty() && !replace.contains(need.name())) {
                conflicts.add(new Conflict(need.name(), leading, wanted));
                continue;
            }
            zone = zone.with(sets -> {
                leading.forEach(s -> sets.remove(s.key()));
                wanted.forEach(s -> sets.put(s.key(), s));
            });
            wanted.forEach(s -> kept.add(s.key()));
        }
        return new ZoneNeeds(zone, Set.copyOf(kept), List.copyOf(conflicts));
    }
}
