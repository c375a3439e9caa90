package evenharbor.core.where.redirect;

import evenharbor.core.common.Dates;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A redirect that differs between two sets.
 *
 * @param source what it is for, in words: its path, and the parameters that must be there
 * @param before what it does in the first set; empty where that has none
 * @param after the same of the second set
 */
public record RedirectDifference(String source, String before, String after) {

    /** How one set differs from another, by source. */
    public static List<RedirectDifference> between(Redirects before, Redirects after) {
        Map<String, String> old = words(before);
        Map<String, String> fresh = words(after);
        TreeMap<String, String> sources = new TreeMap<>(old);
        sources.putAll(fresh);
        List<RedirectDifference> all = new ArrayList<>();
        for (String source : sources.keySet()) {
            String was = old.getOrDefault(source, "");
            String is = fresh.getOrDefault(source, "");
            if (!was.equals(is)) {
                all.add(new RedirectDifference(source, was, is));
            }
        }
        return List.copyOf(all);
    }

    /** Several rules of one source, such as those for different times, are told together, in their order. */
    private static Map<String, String> words(Redirects set) {
        Map<String, String> all = new TreeMap<>();
        set.list().forEach(rule -> all.merge(source(rule), words(rule), (first, next) -> first + "; " + next));
        return all;
    }

    private static String source(Redirect rule) {
        String path = rule.source().words();
        return rule.query().kind() == QueryRule.Kind.MATCH
                ? path + "?" + rule.query().parameters()
                : path;
    }

    private static String words(Redirect rule) {
        StringBuilder words = new StringBuilder().append(rule.status().code());
        if (!rule.target().isEmpty()) {
            words.append(" → ").append(rule.target());
        }
        rule.from().ifPresent(at -> words.append(", from ").append(Dates.day(at)));
        rule.until().ifPresent(at -> words.append(", until ").append(Dates.day(at)));
        if (!rule.pagesFirst() && rule.source().kind() != Source.Kind.EXACT) {
            words.append(", before pages");
        }
        return words.toString();
    }
}
