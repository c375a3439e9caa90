package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * The redirects of a site, made ready: one unchangeable value with one meaning, for visitors, for trying a URL and for
 * findings alike. Of the rules that fit a path the most exact counts: one path before patterns and folders, among those
 * what fixes the first part that differs; for the same paths the one that wants parameters, then the one for some time,
 * then the earlier in the list. A rule whose visitors decide at which host name they end counts only once its people agreed
 * to it. How long a look-up takes depends on the path, not on the number of rules.
 */
public final class Redirects {

    /** No rules. */
    public static final Redirects NONE = of(List.of());

    private final List<Redirect> list;
    private final List<Compiled> compiled;

    /** Rules for one path, by whether they ignore case and by whether the slash at the end counts. */
    private final Map<String, List<Compiled>> strict = new HashMap<>();

    private final Map<String, List<Compiled>> strictBare = new HashMap<>();
    private final Map<String, List<Compiled>> folded = new HashMap<>();
    private final Map<String, List<Compiled>> foldedBare = new HashMap<>();

    private final FormTree strictForms = new FormTree(false);
    private final FormTree foldedForms = new FormTree(true);

    private Redirects(List<Redirect> list) {
        this.list = List.copyOf(list);
        List<Compiled> made = new ArrayList<>();
        for (int order = 0; order < list.size(); order++) {
            made.add(Compiled.of(list.get(order), order));
        }
        this.compiled = List.copyOf(made);
        compiled.stream().filter(one -> !one.waits()).forEach(this::add);
    }

    /** The compiled form of these rules. */
    public static Redirects of(List<Redirect> rules) {
        return new Redirects(rules);
    }

    /** The rules made ready, in the order of the list. */
    List<Compiled> compiled() {
        return compiled;
    }

    private void add(Compiled compiled) {
        Redirect rule = compiled.rule();
        if (rule.source().kind() != Source.Kind.EXACT) {
            forms(rule).add(compiled);
            return;
        }
        List<Compiled> bucket = paths(rule).computeIfAbsent(key(rule), k -> new ArrayList<>(1));
        bucket.add(compiled);
        bucket.sort(Compiled.FIRST);
    }

    private FormTree forms(Redirect rule) {
        return rule.ignoresCase() ? foldedForms : strictForms;
    }

    private Map<String, List<Compiled>> paths(Redirect rule) {
        if (rule.ignoresCase()) {
            return rule.exactSlash() ? folded : foldedBare;
        }
        return rule.exactSlash() ? strict : strictBare;
    }

    private static String key(Redirect rule) {
        String path = rule.exactSlash()
                ? rule.source().path()
                : PathForm.bare(rule.source().path());
        return rule.ignoresCase() ? PathForm.fold(path) : path;
    }

    /** The rules, in the order of the list. */
    public List<Redirect> list() {
        return list;
    }

    /** Whether there are no rules. */
    public boolean isEmpty() {
        return list.isEmpty();
    }

    /**
     * What becomes of a request.
     *
     * @param path decoded path from the site's root, beginning with a slash
     * @param query the query as asked, without its question mark; may be empty
     * @param second the time of the request in seconds since 1970
     */
    public Optional<Match> at(String path, String query, long second) {
        return list.isEmpty()
                ? Optional.empty()
                : first(path, c -> c.applies(query, second)).map(c -> match(c, path, query));
    }

    static Match match(Compiled compiled, String path, String query) {
        return new Match(
                compiled.rule(),
                compiled.rule().status() == RedirectStatus.GONE
                        ? ""
                        : compiled.location(path, query).text());
    }

    /** The rules that may decide about a path, the first to count first; the last of them always counts. */
    public List<Redirect> candidates(String path) {
        return compiledAt(path).stream().map(Compiled::rule).toList();
    }

    List<Compiled> compiledAt(String path) {
        List<Compiled> all = new ArrayList<>();
        if (!list.isEmpty()) {
            first(path, c -> {
                all.add(c);
                return c.rule().always();
            });
        }
        return all;
    }

    private Optional<Compiled> first(String path, Predicate<Compiled> accepts) {
        String bare = strictBare.isEmpty() && foldedBare.isEmpty() ? path : PathForm.bare(path);
        Compiled one = in(strict, path, accepts);
        one = one != null ? one : in(strictBare, bare, accepts);
        one = one != null || folded.isEmpty() ? one : in(folded, PathForm.fold(path), accepts);
        one = one != null || foldedBare.isEmpty() ? one : in(foldedBare, PathForm.fold(bare), accepts);
        if (one != null) {
            return Optional.of(one);
        }
        Optional<Compiled> form = strictForms.first(path, accepts);
        return form.isPresent() ? form : foldedForms.first(path, accepts);
    }

    private static Compiled in(Map<String, List<Compiled>> map, String path, Predicate<Compiled> accepts) {
        List<Compiled> bucket = map.isEmpty() ? null : map.get(path);
        if (bucket != null) {
            for (Compiled compiled : bucket) {
                if (accepts.test(compiled)) {
                    return compiled;
                }
            }
        }
        return null;
    }

    /** The rules that stand for exactly the same paths as this one, itself included, the first to count first. */
    List<Compiled> rivals(Compiled compiled) {
        Redirect rule = compiled.rule();
        if (rule.source().kind() != Source.Kind.EXACT) {
            return forms(rule).rivals(compiled);
        }
        return paths(rule).getOrDefault(key(rule), List.of());
    }
}
