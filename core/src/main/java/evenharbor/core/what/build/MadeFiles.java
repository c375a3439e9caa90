package evenharbor.core.what.build;

import com.google.common.hash.Hashing;
import evenharbor.core.common.UrlPath;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.build.Builder.BuildOptions;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;

/** Files that a build makes for search engines and readers of feeds, each where the site has none of its own. */
final class MadeFiles {

    static final String SITEMAP = "sitemap.xml";
    static final String ROBOTS = "robots.txt";
    static final String FEED = "feed.xml";
    static final String SECURITY = ".well-known/security.txt";

    private final Manifest site;
    private final Additions additions;
    private final BuildOptions options;
    private final Builder.Workshop workshop;

    MadeFiles(Manifest site, Additions additions, BuildOptions options, Builder.Workshop workshop) {
        this.site = site;
        this.additions = additions;
        this.options = options;
        this.workshop = workshop;
    }

    /** What every page links to. */
    List<Linked> linked() {
        return feeds()
                ? List.of(new Linked(
                        Head.FEED,
                        "alternate",
                        FEED,
                        List.of("type", "application/atom+xml", "title", feedTitle()),
                        Optional.empty()))
                : List.of();
    }

    /** The paths of what is made for a site at a host of its own, whether or not it has some itself. */
    static Set<String> paths(Additions additions) {
        Set<String> paths = new TreeSet<>();
        if (additions.made().sitemap()) {
            paths.addAll(List.of(SITEMAP, ROBOTS));
        }
        if (!additions.made().feed().isEmpty()) {
            paths.add(FEED);
        }
        if (!additions.about().security().isEmpty()) {
            paths.add(SECURITY);
        }
        return paths;
    }

    private boolean feeds() {
        return !additions.made().feed().isEmpty() && options.reach().told();
    }

    private String feedTitle() {
        String title = additions.made().feedTitle();
        return !title.isEmpty()
                ? title
                : additions.about().name().isEmpty()
                        ? "New pages"
                        : additions.about().name();
    }

    /** The files by path. @param heads of the pages, by path */
    Map<String, FileEntry> files(Map<String, Head> heads) {
        Map<String, FileEntry> files = new LinkedHashMap<>();
        if (!options.reach().told()) {
            return files;
        }
        boolean wholeHost = options.reach().wholeHost();
        boolean sitemap = additions.made().sitemap() && options.reach().listed();
        List<Feeds.Entry> pages = sitemap || feeds() ? entries(heads) : List.of();
        if (sitemap) {
            put(files, SITEMAP, "application/xml", () -> Feeds.sitemap(pages));
            if (wholeHost) {
                put(
                        files,
                        ROBOTS,
                        "text/plain",
                        () -> "User-agent: *\nAllow: /\n\nSitemap: "
                                + options.reach().address() + "/" + SITEMAP + "\n");
            }
        }
        if (feeds()) {
            List<Feeds.Entry> dated = pages.stream()
                    .filter(entry -> !entry.date().isEmpty()
                            && !entry.title().isEmpty()
                            && entry.path().startsWith(additions.made().feedFolder()))
                    .sorted(Comparator.comparing(Feeds.Entry::date).reversed().thenComparing(Feeds.Entry::url))
                    .toList();
            String author = additions.about().name().isEmpty()
                    ? feedTitle()
                    : additions.about().name();
            put(
                    files,
                    FEED,
                    "application/atom+xml",
                    () -> Feeds.atom(
                            feedTitle(),
                            author,
                            options.reach().address() + "/" + additions.made().feedFolder(),
                            url(FEED),
                            dated));
        }
        if (wholeHost
                && !additions.about().security().isEmpty()
                && !options.reach().expires().isEmpty()) {
            put(files, SECURITY, "text/plain", this::securityText);
        }
        return files;
    }

    private void put(Map<String, FileEntry> files, String path, String type, Supplier<String> text) {
        if (site.at(path).isEmpty()) {
            String made = text.get();
            byte[] bytes = made.getBytes(StandardCharsets.UTF_8);
            files.put(path, workshop.made(Hashing.sha256().hashBytes(bytes).toString(), type, true, () -> bytes));
        }
    }

    /** RFC 9116: whom to tell of faults in security, and until when that holds. */
    private String securityText() {
        String contact = additions.about().security();
        String uri = contact.contains("@") && !contact.contains(":") ? "mailto:" + contact : contact;
        return "Contact: " + uri + "\nExpires: " + options.reach().expires() + "T00:00:00.000Z\nCanonical: "
                + url(SECURITY) + "\n";
    }

    private String url(String path) {
        return options.reach().address() + UrlPath.encoded("/" + path);
    }

    /** The pages that the world may know of, by path. */
    private List<Feeds.Entry> entries(Map<String, Head> heads) {
        List<Feeds.Entry> all = new ArrayList<>();
        for (String path : site.files().keySet()) {
            Head head = heads.get(path);
            if (head != null && known(path, head)) {
                PageSettings set = additions.of(path);
                all.add(new Feeds.Entry(
                        path,
                        url(SitePath.requestPath(path).substring(1)),
                        additions.said(set.title(), head.value(Head.TITLE)),
                        additions.said(set.description(), head.value(Head.DESCRIPTION)),
                        date(path, set, head)));
            }
        }
        return all;
    }

    /** When a page came out: what is set, what it says itself, the day it was first live. */
    private String date(String path, PageSettings set, Head head) {
        String said = set.date().isEmpty() ? head.date() : set.date();
        return said.isEmpty() ? options.reach().days().getOrDefault(path, "") : said;
    }

    private boolean known(String path, Head head) {
        boolean counted = additions.of(path).canonical().isEmpty();
        return counted
                && !head.hidden()
                && !SitePath.nameOf(path).equals("404.html")
                && !options.reach().unlisted().covers("/" + path)
                && !options.reach().unlisted().covers(SitePath.requestPath(path));
    }
}
