package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import evenharbor.core.what.draft.SitePath;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A page or style sheet in its site.
 *
 * @param targets where each of its references leads, in their order
 */
record Page(String path, PageFacts facts, List<Target> targets, Site site) {

    static Page of(String path, PageFacts facts, Site site) {
        String here = "/" + path;
        Target base = facts.base().isEmpty() ? null : site.own(Target.of(facts.base(), here), facts.base());
        String from = base == null ? here : base.path();
        boolean away = base != null && base.kind() != Target.Kind.INSIDE;
        List<Target> targets = facts.references().stream()
                .map(named -> target(named.url(), from, away, base, site))
                .toList();
        return new Page(path, facts, targets, site);
    }

    private static Target target(String url, String from, boolean away, Target base, Site site) {
        Target target = Target.of(url, from);
        // What is relative to a base elsewhere leads elsewhere.
        return away && target.kind() == Target.Kind.INSIDE && !url.startsWith("#") ? base : site.own(target, url);
    }

    /** Whether search engines and people are to find it: neither hidden, nor sending on, nor the missing page. */
    boolean toBeFound() {
        return !facts.hidden() && !facts.sendsOn() && !path.equals(Site.MISSING_PAGE);
    }

    /** Calls for each reference with its target. */
    void references(Each each) {
        for (int i = 0; i < targets.size(); i++) {
            each.reference(facts.references().get(i), targets.get(i));
        }
    }

    /** What is done for each reference. */
    interface Each {
        void reference(PageFacts.Named named, Target target);
    }

    /** Where a URL of this page leads, as it is written. */
    Optional<Target> target(String url) {
        for (int i = 0; i < targets.size(); i++) {
            if (facts.references().get(i).url().equals(url)) {
                return Optional.of(targets.get(i));
            }
        }
        return Optional.empty();
    }

    /** Edits that put another URL in place of each that is written so. */
    List<Fix.Edit> rewritten(String url, String other) {
        boolean page = SitePath.isPage(path);
        return facts.references().stream()
                .filter(named -> named.url().equals(url))
                .map(named -> new Fix.Edit(named.at().start(), named.at().end(), page ? escaped(other) : other))
                .toList();
    }

    static String escaped(String text) {
        return text.replace("&", "&amp;").replace("\"", "&quot;").replace("<", "&lt;");
    }

    /** A URL from this page to a path of the site, in the manner of the one it stands for: from the root, or relative. */
    String urlTo(String target, String instead, String tail) {
        boolean rooted = instead.startsWith("/") || !facts.base().isEmpty() || instead.contains("://");
        return Urls.encoded(rooted ? target : Urls.relative("/" + path, target)) + tail;
    }

    /** Paths that this page's findings depend on. */
    Set<String> inside() {
        Set<String> inside = new HashSet<>();
        for (Target target : targets) {
            if (target.kind() == Target.Kind.INSIDE) {
                inside.add(target.path());
            }
        }
        return inside;
    }

    /** The words of the title that browsers show; empty when there are none. */
    String title() {
        return facts.titles().isEmpty() ? "" : facts.titles().get(0).text();
    }

    /** What it says of itself; empty when it says nothing. */
    String description() {
        return facts.description() == null ? "" : facts.description().text();
    }

    /** Puts an element into the head. */
    Fix.Edit intoHead(String element) {
        int at = facts.shell().head();
        return new Fix.Edit(at, at, "\n    " + element);
    }

    /** The paths of the style sheets of the site that it loads. */
    List<String> sheets() {
        List<String> sheets = new ArrayList<>();
        references((named, target) -> {
            if (named.use() == Reference.Use.STYLE
                    && target.kind() == Target.Kind.INSIDE
                    && site.file(target.path()) != null) {
                sheets.add(target.path());
            }
        });
        return sheets;
    }
}
