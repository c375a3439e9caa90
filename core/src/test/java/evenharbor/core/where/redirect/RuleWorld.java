package evenharbor.core.where.redirect;

import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;

/** Small makers of rules, and a visitor who follows them. */
final class RuleWorld {

    static final int MOST_HOPS = 25;
    static final long SECOND = 1_790_000_000L;
    static final String LOOP = "loop";
    static final String GONE = "gone";

    private RuleWorld() {}

    static Redirect exact(String id, String from, String to) {
        return Redirect.of(id, Source.exact(from), to);
    }

    static Redirect under(String id, String from, String to) {
        return Redirect.of(id, Source.under(from), to);
    }

    static Redirect pattern(String id, String from, String to) {
        return Redirect.of(id, Source.pattern(from), to);
    }

    static Redirect with(Redirect rule, QueryRule query) {
        return rule.leadingTo(rule.target(), rule.status(), query);
    }

    static Redirect gone(Redirect rule) {
        return rule.leadingTo("", RedirectStatus.GONE, rule.query());
    }

    /** Locations met on the way, the last one last; ends with {@link #LOOP} or {@link #GONE} where it does. */
    static List<String> way(Redirects set, NavigableSet<String> pages, String path, String query) {
        List<String> way = new ArrayList<>(List.of(path + (query.isEmpty() ? "" : "?" + query)));
        URI at = URI.create("http://here/").resolve(encoded(path) + (query.isEmpty() ? "" : "?" + query));
        String fragment = "";
        while (at.getHost().equals("here")) {
            String asked = at.getPath();
            Optional<Match> match = set.at(
                            asked, Optional.ofNullable(at.getRawQuery()).orElse(""), SECOND)
                    .filter(m -> !(m.rule().pagesFirst() && pages.contains(asked)));
            if (match.isEmpty()) {
                return way;
            }
            if (match.get().rule().status() == RedirectStatus.GONE) {
                way.add(GONE);
                return way;
            }
            if (way.size() > MOST_HOPS) {
                way.add(LOOP);
                return way;
            }
            URI next = at.resolve(match.get().location());
            fragment = next.getRawFragment() == null ? fragment : next.getRawFragment();
            way.add(match.get().location().replaceFirst("#.*", "") + (fragment.isEmpty() ? "" : "#" + fragment));
            at = next;
        }
        return way;
    }

    private static String encoded(String path) {
        return Target.encoded(path);
    }
}
