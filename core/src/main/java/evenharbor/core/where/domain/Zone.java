package evenharbor.core.where.domain;

import evenharbor.core.where.address.HostName;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;

/**
 * The record sets of a domain, without the SOA record and the apex's NS records, which belong to the name servers.
 * Unchangeable.
 */
public final class Zone {

    private final HostName apex;
    private final SortedMap<RecordSet.Key, RecordSet> sets;

    private Zone(HostName apex, SortedMap<RecordSet.Key, RecordSet> sets) {
        this.apex = apex;
        this.sets = Collections.unmodifiableSortedMap(sets);
    }

    /** A zone of these sets; of two with one key the later one counts. */
    public static Zone of(HostName apex, Collection<RecordSet> sets) {
        SortedMap<RecordSet.Key, RecordSet> map = new TreeMap<>();
        sets.forEach(set -> map.put(set.key(), set));
        return new Zone(apex, map);
    }

    /** A zone without records. */
    public static Zone empty(HostName apex) {
        return of(apex, List.of());
    }

    /** The domain. */
    public HostName apex() {
        return apex;
    }

    /** The sets, the apex's first. */
    public List<RecordSet> sets() {
        return List.copyOf(sets.values());
    }

    /** The set with this key. */
    public Optional<RecordSet> find(RecordSet.Key key) {
        return Optional.ofNullable(sets.get(key));
    }

    /** The sets at a name. */
    public List<RecordSet> at(String name) {
        return sets.values().stream().filter(s -> s.name().equals(name)).toList();
    }

    /** A zone with these texts at a name, in place of those there; none takes them away. */
    public Zone withTexts(String name, long ttl, List<String> texts) {
        RecordSet set = new RecordSet(name, "TXT", ttl, texts);
        return with(all -> {
            if (texts.isEmpty()) {
                all.remove(set.key());
            } else {
                all.put(set.key(), set);
            }
        });
    }

    /** A zone that differs by what the edit does to a copy of the map. */
    public Zone with(Consumer<SortedMap<RecordSet.Key, RecordSet>> edit) {
        SortedMap<RecordSet.Key, RecordSet> copy = new TreeMap<>(sets);
        edit.accept(copy);
        return new Zone(apex, copy);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Zone that && apex.equals(that.apex) && sets.equals(that.sets);
    }

    @Override
    public int hashCode() {
        return sets.hashCode();
    }

    @Override
    public String toString() {
        return apex + ": " + sets.values();
    }
}
