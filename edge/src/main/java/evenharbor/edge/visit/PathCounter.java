package evenharbor.edge.visit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLongArray;
import java.util.concurrent.atomic.LongAdder;
import java.util.stream.Stream;

/**
 * Counts paths that were asked for, within a bound. When a scanner asks for a million different paths, those that are
 * asked for again and again keep their place: while many new paths come, one gets a place when it is asked for again, and
 * which stay is decided by how often each was asked for (TinyLFU), so what goes is what was asked for once.
 */
final class PathCounter {

    /** How many paths are held at once, over all sites. */
    static final int MOST_PATHS = 20_000;

    /** How many paths that lost their place are kept until they are handed on. */
    private static final int MOST_PUSHED_OUT = 2_000;

    /** Longer paths are no links that a person followed. */
    static final int LONGEST_PATH = 300;

    /** The most paths of one site that are handed on in one batch, those asked for most first. */
    static final int MOST_IN_BATCH = 300;

    /** The most host names remembered for one path in one batch. */
    private static final int MOST_REFERRERS = 8;

    private static final int SEEN_WORDS_LOG = 14;

    private final int mostFresh;
    private final AtomicInteger fresh = new AtomicInteger();
    private final AtomicLongArray seen = new AtomicLongArray(1 << SEEN_WORDS_LOG);

    private record Key(String site, String place, String path) {}

    private static final class Counts {
        private final LongAdder all = new LongAdder();
        private final LongAdder browsers = new LongAdder();
        private final Tally<String> referrers = new Tally<>();

        private Counts plus(Counts other) {
            all.add(other.all.sum());
            browsers.add(other.browsers.sum());
            other.referrers.take().forEach(referrers::add);
            return this;
        }
    }

    private final Cache<Key, Counts> held = Caffeine.newBuilder()
            .maximumSize(MOST_PATHS)
            .evictionListener((Key key, Counts counts, RemovalCause cause) -> pushedOut(key, counts))
            .build();

    /** What was asked for more than once and lost its place before it was handed on. */
    private final Map<Key, Counts> pushedOut = new ConcurrentHashMap<>();

    /**
     * A counter.
     *
     * @param mostFresh from so many new paths in one batch on, a path gets a place when it is asked for a second time
     */
    PathCounter(int mostFresh) {
        this.mostFresh = mostFresh;
    }

    void count(String site, String place, String path, boolean browser, String referrer) {
        if (path.length() <= LONGEST_PATH) {
            Key key = new Key(site, place, path);
            add(key, 1, browser ? 1 : 0, referrer.isEmpty() ? Map.of() : Map.of(referrer, 1L));
        }
    }

    private void add(Key key, long count, long browsers, Map<String, Long> referrers) {
        Counts counts = held.getIfPresent(key);
        if (counts == null) {
            if (crowded() && !askedBefore(key)) {
                return;
            }
            counts = held.get(key, k -> new Counts());
        }
        add(counts, count, browsers, referrers);
    }

    private static void add(Counts counts, long count, long browsers, Map<String, Long> referrers) {
        counts.all.add(count);
        if (browsers > 0) {
            counts.browsers.add(browsers);
        }
        referrers.forEach((host, times) -> {
            if (counts.referrers.size() < MOST_REFERRERS || counts.referrers.knows(host)) {
                counts.referrers.add(host, times);
            }
        });
    }

    /** Whether so many new paths came since the last batch that most of them will never be asked for again. */
    private boolean crowded() {
        return fresh.incrementAndGet() > mostFresh;
    }

    /**
     * Whether a path was asked for since the last batch, and remembers that it was. Now and then another path is taken for
     * it; that one then has a place it need not have.
     */
    private boolean askedBefore(Key key) {
        int hash = key.hashCode() * 0x9E3779B1;
        int word = hash >>> 32 - SEEN_WORDS_LOG;
        long bit = 1L << (hash & 63);
        long bits = seen.getPlain(word);
        seen.setPlain(word, bits | bit);
        return (bits & bit) != 0;
    }

    private void pushedOut(Key key, Counts counts) {
        if (counts.all.sum() > 1 && pushedOut.size() < MOST_PUSHED_OUT) {
            pushedOut.merge(key, counts, Counts::plus);
        }
    }

    long held() {
        held.cleanUp();
        return held.estimatedSize();
    }

    void putBack(List<Batch.Asked> asked) {
        asked.forEach(a -> add(new Key(a.site(), a.place(), a.path()), a.count(), a.browsers(), a.referrers()));
    }

    /** What was counted since it was last handed on: of each site the paths asked for most. */
    List<Batch.Asked> take() {
        List<Map.Entry<Key, Counts>> waiting = new ArrayList<>();
        if (fresh.getAndSet(0) > mostFresh) {
            for (int i = 0; i < seen.length(); i++) {
                seen.setPlain(i, 0);
            }
        }
        Map<Key, Counts> out = new HashMap<>(pushedOut);
        out.keySet().forEach(pushedOut::remove);
        Stream.concat(held.asMap().entrySet().stream(), out.entrySet().stream())
                .filter(e -> e.getValue().all.sum() > 0)
                .forEach(waiting::add);
        Map<Counts, Long> sums = new IdentityHashMap<>();
        waiting.forEach(e -> sums.put(e.getValue(), e.getValue().all.sum()));
        waiting.sort(Comparator.comparingLong((Map.Entry<Key, Counts> e) -> -sums.get(e.getValue())));
        Map<String, Integer> bySite = new HashMap<>();
        List<Batch.Asked> asked = new ArrayList<>();
        for (Map.Entry<Key, Counts> entry : waiting) {
            if (bySite.merge(entry.getKey().site(), 1, Integer::sum) <= MOST_IN_BATCH) {
                Counts counts = entry.getValue();
                asked.add(new Batch.Asked(
                        entry.getKey().site(),
                        entry.getKey().place(),
                        entry.getKey().path(),
                        counts.all.sumThenReset(),
                        counts.browsers.sumThenReset(),
                        counts.referrers.take()));
            }
        }
        return asked;
    }
}
