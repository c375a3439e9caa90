package evenharbor.core.what.build;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Range;
import org.jsoup.parser.Parser;

/** Finds what a page loads besides itself (pictures, styles, scripts, fonts, sounds) and where it leads. */
public final class HtmlReferences {

    private static final Map<String, Set<String>> LOADING = Map.ofEntries(
            Map.entry("img", Set.of("src")),
            Map.entry("source", Set.of("src")),
            Map.entry("video", Set.of("src", "poster")),
            Map.entry("audio", Set.of("src")),
            Map.entry("track", Set.of("src")),
            Map.entry("input", Set.of("src")),
            Map.entry("image", Set.of("href", "xlink:href")),
            Map.entry("script", Set.of("src")),
            Map.entry("link", Set.of("href")));

    private static final Map<String, Set<String>> LEADING = Map.ofEntries(
            Map.entry("a", Set.of("href", "xlink:href")),
            Map.entry("area", Set.of("href")),
            Map.entry("base", Set.of("href")),
            Map.entry("use", Set.of("href", "xlink:href")),
            Map.entry("form", Set.of("action")),
            Map.entry("button", Set.of("formaction")),
            Map.entry("input", Set.of("formaction")),
            Map.entry("iframe", Set.of("src")),
            Map.entry("frame", Set.of("src")),
            Map.entry("embed", Set.of("src")),
            Map.entry("object", Set.of("data")),
            Map.entry("body", Set.of("background")),
            Map.entry("blockquote", Set.of("cite")),
            Map.entry("q", Set.of("cite")));

    /** The URL in the content of a refresh (HTML, section 4.2.5.3). */
    private static final Pattern REFRESH =
            Pattern.compile("^\\s*[\\d.]+\\s*[;,]\\s*(?:url\\s*=\\s*)?['\"]?(?<url>[^'\"]+)", Pattern.CASE_INSENSITIVE);

    private static final Set<String> LOADING_RELATIONS =
            Set.of("stylesheet", "icon", "preload", "apple-touch-icon", "mask-icon");

    private static final Set<String> OTHER_LOADING_RELATIONS =
            Set.of("preload", "modulepreload", "prefetch", "manifest");

    private static final Pattern CANDIDATE = Pattern.compile("[^\\s,][^\\s]*[^\\s,]|[^\\s,]");

    private final String html;
    private final List<Element> elements;
    private final boolean templates;
    private final boolean ownBase;
    private final List<Reference> found = new ArrayList<>();

    private HtmlReferences(String html, List<Element> elements) {
        this.html = html;
        this.elements = elements;
        boolean template = false;
        boolean base = false;
        for (Element element : elements) {
            String name = element.normalName();
            template |= name.equals("template");
            base |= name.equals("base") && element.hasAttr("href");
        }
        this.templates = template;
        this.ownBase = base;
    }

    /** The references of a page, in the order they stand. In a page that sets its own base nothing counts as loaded. */
    static List<Reference> in(String html) {
        return in(html, Parser.htmlParser().setTrackPosition(true).parseInput(html, ""));
    }

    /** The same of a page that was read already, with positions. */
    public static List<Reference> in(String html, Document page) {
        return in(html, page.getAllElements());
    }

    /** The same of the elements of such a page, in their order. */
    public static List<Reference> in(String html, List<Element> elements) {
        return new HtmlReferences(html, elements).all();
    }

    private List<Reference> all() {
        for (Element element : elements) {
            String name = element.normalName();
            if (element.attributesSize() == 0 && !name.equals("style")) {
                continue;
            }
            for (String attribute : LOADING.getOrDefault(name, Set.of())) {
                if (element.hasAttr(attribute)) {
                    addUrl(valueOf(element, attribute), loads(element), use(element, attribute));
                }
            }
            for (String attribute : LEADING.getOrDefault(name, Set.of())) {
                if (element.hasAttr(attribute)) {
                    addUrl(valueOf(element, attribute), false, use(element, attribute));
                }
            }
            if (element.hasAttr("srcset")) {
                addCandidates(valueOf(element, "srcset"), use(element, "srcset"));
            }
            if (element.hasAttr("style")) {
                addCss(valueOf(element, "style"), inert(element));
            }
            if (name.equals("style")) {
                element.dataNodes().forEach(data -> addCss(data.sourceRange(), inert(element)));
            }
            if (name.equals("meta") && element.attr("http-equiv").equalsIgnoreCase("refresh")) {
                addRefresh(valueOf(element, "content"));
            }
        }
        found.sort(Comparator.comparingInt(Reference::start));
        return ownBase
                ? found.stream()
                        .map(r -> new Reference(r.start(), r.end(), r.url(), false, r.use()))
                        .toList()
                : found;
    }

    private void addRefresh(Range range) {
        if (range.isTracked()) {
            Matcher refresh = REFRESH.matcher(html.substring(range.startPos(), range.endPos()));
            if (refresh.find()) {
                int start = range.startPos() + refresh.start("url");
                found.add(new Reference(
                        start, range.startPos() + refresh.end("url"), refresh.group("url"), false, Reference.Use.LINK));
            }
        }
    }

    private static boolean loads(Element element) {
        return switch (element.normalName()) {
            // A module pinned here and imported unpinned elsewhere would run twice.
            case "script" -> !element.attr("type").toLowerCase(Locale.ROOT).contains("module");
            case "link" ->
                LOADING_RELATIONS.stream()
                        .anyMatch(List.of(
                                element.attr("rel").toLowerCase(Locale.ROOT).split("\\s+"))::contains);
            default -> true;
        };
    }

    private static Range valueOf(Element element, String attribute) {
        return element.attributes().sourceRange(attribute).valueRange();
    }

    private void addUrl(Range range, boolean loads, Reference.Use use) {
        if (range.isTracked()) {
            String raw = html.substring(range.startPos(), range.endPos());
            String url = raw.strip();
            int start = range.startPos() + raw.indexOf(url);
            found.add(new Reference(start, start + url.length(), url, loads, use));
        }
    }

    /** The URLs of a {@code srcset}: the first word of each candidate (HTML, section 4.8.4.2.1). */
    private void addCandidates(Range range, Reference.Use use) {
        if (!range.isTracked()) {
            return;
        }
        Matcher words = CANDIDATE.matcher(html).region(range.startPos(), range.endPos());
        boolean expectUrl = true;
        while (words.find()) {
            String word = words.group();
            if (expectUrl) {
                found.add(new Reference(words.start(), words.end(), word, true, use));
            }
            int behind = words.end();
            expectUrl = behind < range.endPos()
                    && html.substring(behind, range.endPos()).stripLeading().startsWith(",");
        }
    }

    private void addCss(Range range, boolean inert) {
        if (range.isTracked()) {
            CssReferences.in(html.substring(range.startPos(), range.endPos()), range.startPos()).stream()
                    .map(r -> inert ? new Reference(r.start(), r.end(), r.url(), r.loads(), Reference.Use.INERT) : r)
                    .forEach(found::add);
        }
    }

    /** Whether it stands where nothing is loaded from, unless a script takes it out of there. */
    private boolean inert(Element element) {
        return templates && element.closest("template") != null;
    }

    private Reference.Use use(Element element, String attribute) {
        if (inert(element)) {
            return Reference.Use.INERT;
        }
        if (attribute.equals("srcset")) {
            return Reference.Use.PICTURE_SET;
        }
        return switch (element.normalName()) {
            case "script" -> runs(element) ? Reference.Use.SCRIPT : Reference.Use.INERT;
            case "link" -> ofLink(element);
            case "img", "image", "body" -> Reference.Use.PICTURE;
            case "input" -> attribute.equals("src") ? Reference.Use.PICTURE : Reference.Use.FORM;
            case "video" -> attribute.equals("poster") ? Reference.Use.PICTURE : Reference.Use.SOUND;
            case "audio", "source" -> Reference.Use.SOUND;
            case "iframe", "frame" -> Reference.Use.FRAME;
            case "embed", "object" -> Reference.Use.OBJECT;
            case "form", "button" -> Reference.Use.FORM;
            case "track", "use" -> Reference.Use.OTHER;
            case "base" -> Reference.Use.BASE;
            default -> Reference.Use.LINK;
        };
    }

    /** Whether it is a script, rather than a block of data (HTML, section 4.12.1). */
    public static boolean runs(Element script) {
        String type = script.attr("type").strip().toLowerCase(Locale.ROOT);
        return type.isEmpty() || type.equals("module") || type.contains("javascript") || type.contains("ecmascript");
    }

    private static Reference.Use ofLink(Element link) {
        Set<String> relations = Set.copyOf(
                List.of(link.attr("rel").strip().toLowerCase(Locale.ROOT).split("\\s+")));
        if (relations.contains("stylesheet")) {
            return Reference.Use.STYLE;
        }
        if (relations.contains("icon") || relations.contains("apple-touch-icon") || relations.contains("mask-icon")) {
            return Reference.Use.PICTURE;
        }
        return relations.stream().anyMatch(OTHER_LOADING_RELATIONS::contains)
                ? Reference.Use.OTHER
                : Reference.Use.LINK;
    }
}
