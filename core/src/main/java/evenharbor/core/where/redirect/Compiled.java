package evenharbor.core.where.redirect;

import java.util.Comparator;
import java.util.Map;

/**
 * A rule made ready for matching.
 *
 * @param rule the rule
 * @param form the form of its source
 * @param target its target, taken apart
 * @param order its place in the list
 */
record Compiled(Redirect rule, PathForm form, Target target, int order) {

    /** Of rules for the same paths: those that want parameters, those for some time, then by their place in the list. */
    static final Comparator<Compiled> FIRST = Comparator.comparingInt(
                    (Compiled c) -> -c.rule().query().demands())
            .thenComparing(c -> !c.rule().limited())
            .thenComparingInt(Compiled::order);

    static Compiled of(Redirect rule, int order) {
        return new Compiled(rule, PathForm.of(rule.source()), Target.of(rule.target()), order);
    }

    /**
     * Whether it waits for its people: what visitors type decides at which host name they end, which others could use to
     * make their links look like the site's.
     */
    boolean waits() {
        return target.open() && !rule.openAgreed();
    }

    /** Whether what follows may be nothing: a folder means its own page too. */
    boolean emptyTail() {
        return rule.source().kind() == Source.Kind.UNDER;
    }

    boolean applies(String query, long second) {
        return rule.countsAt(second) && rule.query().accepts(query);
    }

    /** Where a request for a path that fits ends up, as it is written in a Location field. */
    Target location(String path, String query) {
        Target filled = target.settled() ? target : target.filled(parts(path));
        return filled.withQuery(rule.query().kept(query));
    }

    /** What the source's parts stand for in a path. */
    Map<String, String> parts(String path) {
        return form.parts(path, rule.ignoresCase());
    }
}
