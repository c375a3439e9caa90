package evenharbor.core.harbor.route;

import java.util.Map;

/**
 * Decisions by host name and path in one unchangeable open table. Ten thousand sites do not fit near the processor, so
 * what counts is how many places in memory a look-up touches: one by both keys, found by their common hash before any
 * name is read, touches hardly more than one by the host name alone.
 */
final class DecisionTable {

    /** No decision. */
    static final DecisionTable EMPTY = new DecisionTable(Map.of());

    private static final int FREE = 0;
    private static final int STRIDE = 3;

    /** The keys' common hash by place; 0 where nothing is. */
    private final int[] hashes;

    /** Host, path and decision by place. */
    private final Object[] entries;

    /** The table for these hosts, each with its decisions by path. */
    DecisionTable(Map<String, Map<String, Decision>> byHost) {
        int count = byHost.values().stream().mapToInt(Map::size).sum();
        int capacity = count + count / 2 + 1;
        hashes = new int[capacity];
        entries = new Object[capacity * STRIDE];
        byHost.forEach((host, decisions) -> decisions.forEach((path, decision) -> {
            int hash = hash(host, path);
            int place = place(hash);
            while (hashes[place] != FREE) {
                place = next(place);
            }
            hashes[place] = hash;
            entries[place * STRIDE] = host;
            entries[place * STRIDE + 1] = path;
            entries[place * STRIDE + 2] = decision;
        }));
    }

    /** The decision for a host name and a path; null when there is none. */
    Decision find(String host, String path) {
        int hash = hash(host, path);
        int place = place(hash);
        for (int found = hashes[place]; found != FREE; found = hashes[place]) {
            int entry = place * STRIDE;
            if (found == hash && path.equals(entries[entry + 1]) && host.equals(entries[entry])) {
                return (Decision) entries[entry + 2];
            }
            place = next(place);
        }
        return null;
    }

    private static int hash(String host, String path) {
        int hash = (int) ((((long) host.hashCode() << 32) + path.hashCode()) * 0x9E3779B97F4A7C15L >>> 32);
        return hash == FREE ? 1 : hash;
    }

    private int place(int hash) {
        return (int) ((hash & 0xFFFFFFFFL) * hashes.length >>> 32);
    }

    private int next(int place) {
        int after = place + 1;
        return after == hashes.length ? 0 : after;
    }
}
