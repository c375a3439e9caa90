package evenharbor.core.where.redirect;

import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jsoup.nodes.Entities;

/**
 * Redirects as pages that forward: an HTML refresh and a canonical link, which browsers and search engines follow
 * wherever files are served. One page a rule; only rules for one path, without conditions, can be carried so.
 */
public final class ForwardingPages {

    private static final String MOVED = """
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><title>Moved</title>
            <meta http-equiv="refresh" content="0; url=%1$s"><link rel="canonical" href="%1$s">
            <meta name="robots" content="noindex"></head>
            <body><p>This page has moved to <a href="%1$s">%1$s</a>.</p></body></html>
            """;

    private static final String GONE = """
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><title>Page gone</title>
            <meta name="robots" content="noindex"></head>
            <body><p>This page was taken away for good. <a href="%1$s">Go to the front page</a>.</p></body></html>
            """;

    private ForwardingPages() {}

    /**
     * The pages for a build.
     *
     * @param set the rules
     * @param build the files of the build, of which none is written over
     * @param base path at which the build is seen, without a slash at its end; empty for a whole host name
     */
    public static CarriedRules of(Redirects set, Manifest build, String base) {
        Map<String, String> pages = new TreeMap<>();
        List<Redirect> leftOut = new ArrayList<>();
        for (Redirect rule : set.list()) {
            String file = file(rule.source().path());
            boolean carried = rule.source().kind() == Source.Kind.EXACT
                    && rule.always()
                    && build.at(file).isEmpty()
                    && !pages.containsKey(file);
            if (carried) {
                pages.put(file, page(rule, base));
            } else {
                leftOut.add(rule);
            }
        }
        return new CarriedRules(pages, List.copyOf(leftOut));
    }

    /** The file that hosts serve at a path: a page by its name, a folder by its own page. */
    private static String file(String path) {
        String bare = path.substring(1);
        boolean named = bare.substring(bare.lastIndexOf('/') + 1).matches(".+\\.x?html?");
        return named
                ? bare
                : PathForm.bare("/" + bare).equals("/")
                        ? "index.html"
                        : PathForm.bare(path).substring(1) + "/index.html";
    }

    private static String page(Redirect rule, String base) {
        if (rule.status() == RedirectStatus.GONE) {
            return GONE.formatted(Entities.escape(base + "/"));
        }
        String to = Target.of(rule.target()).here() ? base + rule.target() : rule.target();
        return MOVED.formatted(Entities.escape(to));
    }
}
