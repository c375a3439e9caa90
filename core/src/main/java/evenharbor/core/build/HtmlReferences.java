package evenharbor.core.build;

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

/** Finds what a page loads besides itself: pictures, styles, scripts, fonts, sounds; not the pages it links to. */
final class HtmlReferences {

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

    private static final Set<String> LOADING_RELATIONS =
            Set.of("stylesheet", "icon", "preload", "apple-touch-icon", "mask-icon");

    private static final Pattern CANDIDATE = Pattern.compile("[^\\s,][^\\s]*[^\\s,]|[^\\s,]");

    private HtmlReferences() {}

    /** The references of a page, in the order they stand. Empty for a page that sets its own base. */
    static List<Reference> in(String html) {
        Document page = Parser.htmlParser().setTrackPosition(true).parseInput(html, "");
        List<Reference> found = new ArrayList<>();
        if (page.selectFirst("base[href]") != null) {
            return found;
        }
        for (Element element : page.getAllElements()) {
            for (String attribute : LOADING.getOrDefault(element.normalName(), Set.of())) {
                if (element.hasAttr(attribute) && loads(element)) {
                    addUrl(html, valueOf(element, attribute), found);
                }
            }
            if (element.hasAttr("srcset")) {
                addCandidates(html, valueOf(element, "srcset"), found);
            }
            if (element.hasAttr("style")) {
                addCss(html, valueOf(element, "style"), found);
            }
            if (element.normalName().equals("style")) {
                element.dataNodes().forEach(data -> addCss(html, data.sourceRange(), found));
            }
        }
        found.sort(Comparator.comparingInt(Reference::start));
        return found;
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

    private static void addUrl(String html, Range range, List<Reference> found) {
        if (range.isTracked()) {
            String raw = html.substring(range.startPos(), range.endPos());
            String url = raw.strip();
            int start = range.startPos() + raw.indexOf(url);
            found.add(new Reference(start, start + url.length(), url));
        }
    }

    /** The URLs of a {@code srcset}: the first word of each candidate (HTML, section 4.8.4.2.1). */
    private static void addCandidates(String html, Range range, List<Reference> found) {
        if (!range.isTracked()) {
            return;
        }
        Matcher words = CANDIDATE.matcher(html).region(range.startPos(), range.endPos());
        boolean expectUrl = true;
        while (words.find()) {
            String word = words.group();
            if (expectUrl) {
                found.add(new Reference(words.start(), words.end(), word));
            }
            int behind = words.end();
            expectUrl = behind < range.endPos()
                    && html.substring(behind, range.endPos()).stripLeading().startsWith(",");
        }
    }

    private static void addCss(String html, Range range, List<Reference> found) {
        if (range.isTracked()) {
            found.addAll(CssReferences.in(html.substring(range.startPos(), range.endPos()), range.startPos()));
        }
    }
}
