package evenharbor.core.where.redirect;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Leads a rule straight to where its requests end. Only where every request of the rule certainly ends there: the rule has
 * one target, and each stop on the way always counts.
 */
final class Shortening {

    private static final int MOST_STOPS = 20;

    private Shortening() {}

    /** The rule led to its last stop; empty when there is nothing to shorten, or not for every request. */
    static Optional<Redirect> of(Redirect rule, Redirects set, SiteFacts facts) {
        Redirect now = rule;
        Set<String> met = new HashSet<>(Set.of(rule.id()));
        for (int i = 0; i < MOST_STOPS; i++) {
            Optional<Compiled> next = next(now, set, facts);
            if (next.isEmpty()) {
                return now == rule ? Optional.empty() : Optional.of(now);
            }
            if (!met.add(next.get().rule().id())) {
                return Optional.empty();
            }
            Optional<Redirect> shorter = joined(now, next.get());
            if (shorter.isEmpty()) {
                return now == rule ? Optional.empty() : Optional.of(now);
            }
            now = shorter.get();
        }
        return Optional.empty();
    }

    /** The one rule that takes every request that this one sends on. */
    private static Optional<Compiled> next(Redirect rule, Redirects set, SiteFacts facts) {
        Target target = Target.of(rule.target());
        if (rule.status() == RedirectStatus.GONE || !target.here() || !target.settled()) {
            return Optional.empty();
        }
        List<Compiled> takers = set.compiledAt(target.path());
        return takers.size() == 1
                        && takers.get(0).rule().always()
                        && !(takers.get(0).rule().pagesFirst() && facts.pages().contains(target.path()))
                ? Optional.of(takers.get(0))
                : Optional.empty();
    }

    private static Optional<Redirect> joined(Redirect first, Compiled second) {
        Target via = Target.of(first.target());
        RedirectStatus status = first.status().before(second.rule().status());
        if (status == RedirectStatus.GONE) {
            return Optional.of(first.leadingTo("", status, first.query()));
        }
        Target end =
                second.target().settled() ? second.target() : second.target().filled(second.parts(via.path()));
        boolean drops = second.rule().query().kind() == QueryRule.Kind.DROP;
        if (drops && first.query().kind() == QueryRule.Kind.MATCH) {
            return Optional.empty();
        }
        Target whole = new Target(
                end.place(),
                drops ? end.query() : QueryRule.joined(end.query(), via.query()),
                end.fragment().isEmpty() ? via.fragment() : end.fragment());
        return Optional.of(first.leadingTo(whole.text(), status, drops ? QueryRule.DROP : first.query()));
    }
}
