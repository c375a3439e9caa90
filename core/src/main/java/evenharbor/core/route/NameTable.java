package evenharbor.core.route;

import java.util.Map;

/**
 * An unchangeable map from names to values as one array: name, value, name, value, with gaps. Ten thousand sites do not
 * fit near the processor, so what counts is how many places in memory a look-up touches; an object around the array
 * would be one more.
 */
final class NameTable {

    private NameTable() {}

    /** The table of these entries, at most three quarters full. */
    static Object[] of(Map<String, ?> entries) {
        int capacity = Integer.highestOneBit(Math.max(2, entries.size() * 4 / 3)) * 2;
        Object[] slots = new Object[capacity * 2];
        entries.forEach((name, value) -> {
            int slot = start(name, slots.length);
            while (slots[slot] != null) {
                slot = next(slot, slots.length);
            }
            slots[slot] = name;
            slots[slot + 1] = value;
        });
        return slots;
    }

    /** The value for a name; null when there is none. */
    static Object find(Object[] slots, String name) {
        int length = slots.length;
        int slot = start(name, length);
        for (Object key = slots[slot]; key != null; key = slots[slot]) {
            if (name.equals(key)) {
                return slots[slot + 1];
            }
            slot = next(slot, length);
        }
        return null;
    }

    private static int start(String name, int length) {
        int hash = name.hashCode() * 0x9E3779B9;
        return (hash ^ (hash >>> 15)) & (length - 2);
    }

    private static int next(int slot, int length) {
        return (slot + 2) & (length - 1);
    }
}
