package evenharbor.core.where.domain;

import java.util.List;

/**
 * All records of one name and type (RFC 2181 section 5): they have one TTL, and change together.
 *
 * @param name the name within the zone: {@code @} for the apex, {@code www}, {@code *.shop}
 * @param type the type's mnemonic, such as {@code MX}
 * @param ttl seconds that resolvers may keep it
 * @param data each record's data in the presentation form of a zone file, sorted
 */
public record RecordSet(String name, String type, long ttl, List<String> data) {

    /** The name of a zone's apex within the zone. */
    public static final String APEX = "@";

    /** Sorts the data. */
    public RecordSet {
        data = data.stream().sorted().toList();
    }

    /** What a set is found by. */
    public record Key(String name, String type) implements Comparable<Key> {
        @Override
        public int compareTo(Key other) {
            // The apex first, then by name.
            int byApex = Boolean.compare(!name.equals(APEX), !other.name.equals(APEX));
            int byName = byApex != 0 ? byApex : name.compareTo(other.name);
            return byName != 0 ? byName : type.compareTo(other.type);
        }
    }

    /** Its key. */
    public Key key() {
        return new Key(name, type);
    }
}
