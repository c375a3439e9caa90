package evenharbor.core.what.finding;

import com.google.common.hash.Hashing;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;

/** A site of random pages without a fault, in the many forms that pages are written in; faults are put in after. */
final class SampleSite {

    private static final String[] FOLDERS = {"", "walks/", "walks/by night/", "über/", "a/b/c/"};

    final Map<String, String> texts = new TreeMap<>();
    final Map<String, FileEntry> others = new TreeMap<>();
    final Map<String, String> redirects = new HashMap<>();
    final Map<String, String> likely = new HashMap<>();
    final Set<String> hosts = Set.of("lanterns.example", "www.lanterns.example");
    private final Random random;

    SampleSite(int pages, long seed) {
        random = new Random(seed);
        others.put("img/moon.svg", new FileEntry(hash("moon"), 400, "image/svg+xml", true));
        texts.put("css/site.css", "body { background: url(\"../img/moon.svg\") }\n");
        texts.put("index.html", page(0, "page-0.html", pages > 1 ? path(1) : path(0), "index.html"));
        for (int i = 1; i < pages; i++) {
            texts.put(path(i), page(i, path(i), i + 1 < pages ? path(i + 1) : "index.html", path(i)));
        }
        texts.put(
                Site.MISSING_PAGE,
                "<!doctype html><html lang=en><meta name=viewport content=\"width=device-width\"><title>Not here</title>"
                        + "<h1>Not here</h1><a href=/>Front</a>");
    }

    static String path(int i) {
        return i == 0 ? "index.html" : FOLDERS[i % FOLDERS.length] + "page-" + i + ".html";
    }

    private String page(int i, String words, String next, String path) {
        boolean old = random.nextInt(3) == 0;
        String quote = random.nextBoolean() ? "\"" : "'";
        String end = random.nextInt(4) == 0 ? "\r\n" : "\n";
        String link =
                random.nextBoolean() ? Urls.encoded("/" + next) : Urls.encoded(Urls.relative("/" + path, "/" + next));
        StringBuilder out = new StringBuilder();
        out.append(random.nextInt(8) == 0 ? "\uFEFF" : "")
                .append(old ? "<!DOCTYPE HTML>" : "<!doctype html>")
                .append(end);
        out.append(tag("html", old))
                .append(" lang=")
                .append(quote)
                .append("en")
                .append(quote)
                .append(">")
                .append(end);
        if (random.nextInt(4) > 0) {
            out.append("<head>").append(end);
        }
        out.append("<meta charset=\"utf-8\">").append(end);
        out.append("<title>The walk of lantern ").append(i).append("</title>").append(end);
        out.append("<meta name=description content=\"What happens on walk ")
                .append(i)
                .append(" &amp; after\">")
                .append(end);
        out.append("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">")
                .append(end);
        out.append("<link rel=stylesheet href=")
                .append(quote)
                .append("/css/site.css")
                .append(quote)
                .append(">")
                .append(end);
        out.append("<body>")
                .append(end)
                .append("<h1 id=top-")
                .append(i)
                .append(">Walk ")
                .append(i)
                .append("</h1>")
                .append(end);
        out.append("<p>We meet at the gate.")
                .append(random.nextBoolean() ? "</p>" : "")
                .append(end);
        out.append("<h2 id='part-two'>Later</h2><ul><li>one<li>two</ul>").append(end);
        out.append("<img src=/img/moon.svg alt=")
                .append(random.nextBoolean() ? "''" : "\"The moon\"")
                .append(">")
                .append(end);
        out.append("<p><a href=")
                .append(quote)
                .append(link)
                .append(quote)
                .append(">Next</a> <a href=#part-two>Later</a>");
        out.append(
                        " <a href=\"mailto:hello@lanterns.example\">Write</a> <a href='https://friends.example/x?a=1&amp;b=2'>Friends</a></p>")
                .append(end);
        if (random.nextBoolean()) {
            out.append("<form action=/search.html><input name=q></form>").append(end);
            texts.computeIfAbsent("search.html", p -> SEARCH);
            out.append("<a href=/search.html>Search</a>");
        }
        if (random.nextBoolean()) {
            out.append(
                            "<table><tr><td>1<td>2</table><svg viewBox='0 0 1 1'><title>Drawing</title><path d='M0 0'/></svg>")
                    .append(end);
        }
        if (random.nextInt(3) > 0) {
            out.append("</body>").append(end).append("</html>").append(end);
        }
        return out.toString();
    }

    private static final String SEARCH = "<!doctype html><html lang=en><meta name=viewport content=width=device-width>"
            + "<title>Search</title><meta name=description content='Find a walk'><h1>Search</h1>";

    private static String tag(String name, boolean old) {
        return "<" + (old ? name.toUpperCase(Locale.ROOT) : name);
    }

    /** Puts something before the end of a page's content. */
    void insert(String path, String html) {
        texts.computeIfPresent(path, (p, text) -> {
            int at = text.indexOf("<h2 id");
            return text.substring(0, at) + html + "\n" + text.substring(at);
        });
    }

    void replace(String path, String what, String by) {
        String text = texts.get(path);
        String replaced = text.replaceFirst(what, by);
        if (replaced.equals(text)) {
            throw new IllegalStateException(what + " is not in " + path);
        }
        texts.put(path, replaced);
    }

    Manifest manifest() {
        Map<String, FileEntry> files = new HashMap<>(others);
        texts.forEach((path, text) -> files.put(
                path,
                new FileEntry(
                        hash(text),
                        text.getBytes(StandardCharsets.UTF_8).length,
                        path.endsWith(".css") ? "text/css" : "text/html",
                        true)));
        return Manifest.of(files);
    }

    Surroundings around() {
        return new Surroundings(
                hosts, path -> Optional.ofNullable(redirects.get(path)), path -> Optional.ofNullable(likely.get(path)));
    }

    Optional<PageFacts> facts(Map.Entry<String, FileEntry> file) {
        return Optional.ofNullable(texts.get(file.getKey())).map(text -> SiteFindings.facts(file.getKey(), text));
    }

    SiteFindings findings() {
        return SiteFindings.of(manifest(), around(), this::facts);
    }

    /** Applies a fix, as the application does. */
    void apply(Fix fix) {
        texts.put(fix.path(), Fix.applied(texts.getOrDefault(fix.path(), ""), Fix.together(List.of(fix))));
    }

    private static String hash(String text) {
        return Hashing.sha256().hashString(text, StandardCharsets.UTF_8).toString();
    }
}
