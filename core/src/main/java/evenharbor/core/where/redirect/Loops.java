package evenharbor.core.where.redirect;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Rings in what leads to what. */
final class Loops {

    private Loops() {}

    /** Rings, each once; whatever is not in one leads into one or has an end. */
    static List<List<String>> in(Map<String, Set<String>> next) {
        Map<String, Integer> open = new HashMap<>();
        Map<String, List<String>> before = new HashMap<>();
        Deque<String> ends = new ArrayDeque<>();
        Map<String, Set<String>> endless = new LinkedHashMap<>(next);
        next.forEach((from, all) -> {
            open.put(from, all.size());
            all.forEach(to -> before.computeIfAbsent(to, t -> new ArrayList<>()).add(from));
            all.stream().filter(to -> !next.containsKey(to)).forEach(ends::add);
        });
        next.keySet().stream().filter(id -> open.get(id) == 0).forEach(ends::add);
        Set<String> ended = new HashSet<>();
        while (!ends.isEmpty()) {
            String end = ends.poll();
            if (ended.add(end)) {
                endless.remove(end);
                for (String from : before.getOrDefault(end, List.of())) {
                    if (open.merge(from, -1, Integer::sum) == 0) {
                        ends.add(from);
                    }
                }
            }
        }
        List<List<String>> rings = new ArrayList<>();
        Set<String> walked = new HashSet<>();
        for (String start : endless.keySet()) {
            List<String> way = new ArrayList<>();
            Map<String, Integer> places = new HashMap<>();
            String at = start;
            while (walked.add(at)) {
                places.put(at, way.size());
                way.add(at);
                at = endless.get(at).stream()
                        .filter(endless::containsKey)
                        .findFirst()
                        .orElseThrow();
            }
            if (places.containsKey(at)) {
                rings.add(List.copyOf(way.subList(places.get(at), way.size())));
            }
        }
        return rings;
    }
}
