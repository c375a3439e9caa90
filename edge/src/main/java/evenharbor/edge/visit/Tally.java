package evenharbor.edge.visit;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;

/** Counts by key, from many threads at once. For keys of which there are few. */
final class Tally<K> {

    private final Map<K, LongAdder> counts = new ConcurrentHashMap<>();

    void add(K key, long count) {
        LongAdder counter = counts.get(key);
        (counter == null ? counts.computeIfAbsent(key, k -> new LongAdder()) : counter).add(count);
    }

    boolean knows(K key) {
        return counts.containsKey(key);
    }

    int size() {
        return counts.size();
    }

    /** What was counted since the last call. */
    Map<K, Long> take() {
        Map<K, Long> taken = new HashMap<>();
        counts.forEach((key, counter) -> {
            long count = counter.sumThenReset();
            if (count > 0) {
                taken.put(key, count);
            }
        });
        return taken;
    }
}
