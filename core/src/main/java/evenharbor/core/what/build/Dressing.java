package evenharbor.core.what.build;

import evenharbor.core.common.UrlPath;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.build.Builder.BuildOptions;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What is set about a site, put into its pages: edits of the text of each. */
final class Dressing {

    private static final String FRONT_PAGE = "index.html";

    private final Manifest site;
    private final Additions additions;
    private final BuildOptions options;
    private final boolean pins;
    private final List<Linked> linked;

    /** @param pins whether what is loaded is named by content @param linked what every page links to */
    Dressing(Manifest site, Additions additions, BuildOptions options, boolean pins, List<Linked> linked) {
        this.site = site;
        this.additions = additions;
        this.options = options;
        this.pins = pins;
        this.linked = linked;
    }

    /** The edits of a page. */
    List<TextEdit> edits(String path, FileEntry file, Head head) {
        Page page = new Page(
                path, head, new Markup(SitePath.endingOf(path).equals("xhtml"), !file.utf8()), additions.of(path));
        page.dress();
        return page.edits;
    }

    /** A URL for the pages of this build: below its base, or on its whole address where others read it. */
    private String url(String within) {
        return options.base() + UrlPath.encoded("/" + within);
    }

    private String pin(Linked file) {
        return pins ? file.content().map(content -> "?v=" + Pin.of(content)).orElse("") : "";
    }

    private String absolute(String within) {
        return options.reach().address() + UrlPath.encoded("/" + within);
    }

    private static boolean elsewhere(String named) {
        return named.matches("(?i)https?://.*");
    }

    /** One page. */
    private final class Page {

        private final String path;
        private final Head head;
        private final Markup markup;
        private final PageSettings set;
        private final List<TextEdit> edits = new ArrayList<>();
        private final StringBuilder more = new StringBuilder();

        Page(String path, Head head, Markup markup, PageSettings set) {
            this.path = path;
            this.head = head;
            this.markup = markup;
            this.set = set;
        }

        void dress() {
            title();
            meta(Head.DESCRIPTION, "name", set.description());
            canonical();
            card();
            languages();
            site();
            if (options.reach().code()) {
                code();
            }
            if (!more.isEmpty()) {
                edits.add(new TextEdit(head.more(), head.more(), more.toString()));
            }
        }

        private void title() {
            List<Head.Said> titles = head.said().getOrDefault(Head.TITLE, List.of());
            if (set.title().isEmpty()
                    || !additions.overOwn() && head.value(Head.TITLE).isPresent()) {
                return;
            }
            Optional<Head.Said> first =
                    titles.stream().filter(title -> title.end() >= 0).findFirst();
            if (first.isPresent()) {
                if (!first.get().value().equals(set.title())) {
                    edits.add(new TextEdit(first.get().start(), first.get().end(), markup.text(set.title())));
                }
            } else if (titles.isEmpty()) {
                more.append("<title>").append(markup.text(set.title())).append("</title>");
            }
        }

        private void meta(String key, String attribute, String value) {
            say(key, value, value, markup.tag("meta", attribute, key, "content", value));
        }

        /**
         * Says something in the head, unless it is said already.
         *
         * @param value what is to be said; empty for nothing
         * @param as how the page would have it to say the same
         */
        private void say(String key, String value, String as, String tag) {
            List<Head.Said> own = head.said().getOrDefault(key, List.of());
            if (value.isEmpty() || head.value(key).isPresent() && !additions.overOwn()) {
                return;
            }
            if (own.isEmpty()) {
                more.append(tag);
            } else if (own.size() > 1 || !own.get(0).value().equals(as)) {
                edits.add(new TextEdit(own.get(0).start(), own.get(0).end(), tag));
                own.stream().skip(1).forEach(other -> edits.add(new TextEdit(other.start(), other.end(), "")));
            }
        }

        private void canonical() {
            if (!set.canonical().isEmpty()) {
                String named = set.canonical();
                String href = elsewhere(named)
                        ? named
                        : options.reach().told() ? absolute(named.substring(1)) : url(named.substring(1));
                say(Head.CANONICAL, href, href, markup.tag("link", "rel", "canonical", "href", href));
            }
        }

        /** The sharing card (Open Graph protocol), once there is a picture for it. */
        private void card() {
            PageSettings of = set.picture().isEmpty() ? additions.every() : set;
            if (of.picture().isEmpty()
                    || !options.reach().told() && !elsewhere(of.picture())
                    || !elsewhere(of.picture()) && site.at(of.picture()).isEmpty()) {
                return;
            }
            meta("og:title", "property", said(set.title(), Head.TITLE));
            meta("og:description", "property", said(set.description(), Head.DESCRIPTION));
            meta("og:type", "property", "website");
            if (options.reach().told()) {
                meta("og:url", "property", absolute(SitePath.requestPath(path).substring(1)));
            }
            meta("og:image", "property", elsewhere(of.picture()) ? of.picture() : absolute(of.picture()));
            meta("og:image:alt", "property", of.pictureWords());
        }

        /** What will be said: what is set, unless the page's own wins. */
        private String said(String value, String key) {
            String own = head.value(key).orElse("");
            return value.isEmpty() || !additions.overOwn() && !own.isEmpty() ? own : value;
        }

        private void languages() {
            additions.languages().of(path).filter(language -> !head.lang()).ifPresent(this::language);
            if (!additions.languages().several() || !options.reach().told()) {
                return;
            }
            Map<String, String> all = additions.languages().everywhere(path);
            if (all.values().stream().filter(at -> site.at(at).isPresent()).count() > 1) {
                all.forEach((language, at) -> {
                    if (site.at(at).isPresent()) {
                        alternate(language, at);
                    }
                });
                String first = all.getOrDefault(additions.languages().rest(), "");
                if (site.at(first).isPresent()) {
                    alternate("x-default", first);
                }
            }
        }

        private void language(String language) {
            String attribute = " lang=\"" + language + "\"" + (markup.xml() ? " xml:lang=\"" + language + "\"" : "");
            if (head.shell().html() >= 0) {
                edits.add(new TextEdit(head.shell().html(), head.shell().html(), attribute));
            } else if (!markup.xml()) {
                int at = head.shell().document();
                edits.add(new TextEdit(at, at, "<html" + attribute + ">"));
            }
        }

        private void alternate(String language, String at) {
            String href = absolute(SitePath.requestPath(at).substring(1));
            say(
                    Head.ALTERNATE + language.toLowerCase(Locale.ROOT),
                    href,
                    href,
                    markup.tag("link", "rel", "alternate", "hreflang", language, "href", href));
        }

        /** Links to what is made for the site, and its facts on the front page. */
        private void site() {
            for (Linked file : linked) {
                if (!head.said().containsKey(file.key())) {
                    more.append(markup.tag(
                            "link",
                            Stream.concat(
                                            Stream.of("rel", file.relation(), "href", url(file.path()) + pin(file)),
                                            file.attributes().stream())
                                    .toArray(String[]::new)));
                }
            }
            About about = additions.about();
            if (path.equals(FRONT_PAGE)
                    && !about.name().isEmpty()
                    && !head.said().containsKey(Head.DATA)) {
                String logo =
                        site.at(about.logo()).isPresent() && options.reach().told() ? absolute(about.logo()) : "";
                more.append("<script type=\"application/ld+json\">")
                        .append(StructuredData.of(about, options.reach().address(), logo))
                        .append("</script>");
            }
        }

        private void code() {
            String atHead = additions.every().head() + set.head();
            String atBody = additions.every().body() + set.body();
            if (!atHead.isBlank()) {
                more.append(markup.code(atHead));
            }
            if (!atBody.isBlank() && head.end() >= 0) {
                edits.add(new TextEdit(head.end(), head.end(), markup.code(atBody)));
            }
        }
    }
}
