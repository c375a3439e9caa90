package evenharbor.edge.visit;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;

/** Counts pages served by host name. Only names that a site answers at are counted, so that it stays small. */
public final class VisitCounter {

    /** What calls itself this is no visitor: the harbor looking at its own addresses. */
    public static final String CHECKING_AGENT = "harbor-check";

    private final Map<String, LongAdder> byHost = new ConcurrentHashMap<>();

    /** Counts one page. */
    public void count(String host) {
        byHost.computeIfAbsent(host, h -> new LongAdder()).increment();
    }

    /** What was counted since the last call. */
    public Map<String, Long> take() {
        Map<String, Long> taken = new HashMap<>();
        byHost.forEach((host, counter) -> {
            long count = counter.sumThenReset();
            if (count > 0) {
                taken.put(host, count);
            }
        });
        return taken;
    }

    /** Puts back what could not be handed on. */
    public void putBack(Map<String, Long> counts) {
        counts.forEach((host, count) ->
                byHost.computeIfAbsent(host, h -> new LongAdder()).add(count));
    }
}
