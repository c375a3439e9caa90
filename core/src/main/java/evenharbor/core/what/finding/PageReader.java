package evenharbor.core.what.finding;

import evenharbor.core.what.build.HtmlReferences;
import evenharbor.core.what.build.MixedContent;
import evenharbor.core.what.build.Reference;
import evenharbor.core.what.build.Shell;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.Range;
import org.jsoup.nodes.TextNode;
import org.jsoup.parser.Parser;

/** Reads the facts of a page, in one pass. */
final class PageReader {

    private static final int MOST_FAULTS = 200;
    private static final int LONGEST_WORDS = 400;
    private static final Pattern SPACE = Pattern.compile("\\s+");

    private final String html;
    private final Document page;
    private final Lines lines;
    private final Parser parser;
    private final Map<String, Place> ids = new HashMap<>();
    private final Set<String> anchors = new HashSet<>();
    private final List<PageFacts.Words> titles = new ArrayList<>();
    private final List<PageFacts.Heading> headings = new ArrayList<>();
    /** Once for each kind and subject. */
    private final Map<List<Object>, PageFacts.Fault> faults = new LinkedHashMap<>();

    private final List<Element> forms = new ArrayList<>();
    private PageFacts.Words description;
    private boolean hidden;
    private boolean sendsOn;
    private boolean viewport;
    private boolean runs;
    private boolean upgrades;
    private String base = "";

    private PageReader(String html) {
        this.html = html;
        this.lines = new Lines(html);
        this.parser = Parser.htmlParser().setTrackPosition(true).setTrackErrors(MarkupFaults.MOST);
        this.page = parser.parseInput(Shell.parsed(html), "");
    }

    /** The facts of a page. */
    static PageFacts read(String html) {
        return new PageReader(html).facts();
    }

    private PageFacts facts() {
        List<PageFacts.Named> references = new ArrayList<>();
        List<Element> elements = page.getAllElements();
        for (Reference reference : HtmlReferences.in(html, elements)) {
            String url =
                    reference.url().indexOf('&') < 0 ? reference.url() : Parser.unescapeEntities(reference.url(), true);
            Place at = lines.place(reference.start(), reference.end());
            references.add(new PageFacts.Named(url, at, reference.use()));
            ofReference(url, at, reference.use());
        }
        elements.forEach(this::element);
        forms.forEach(this::form);
        MarkupFaults.of(parser.getErrors())
                .forEach(fault -> fault(
                        FindingKind.MARKUP_ODD, fault.subject(), fault.words(), lines.place(fault.at(), fault.at())));
        Element root = page.selectFirst("html");
        String lang = root == null ? "" : root.hasAttr("lang") ? root.attr("lang") : root.attr("xml:lang");
        return new PageFacts(
                List.copyOf(references),
                base,
                Anchors.of(anchors),
                List.copyOf(titles),
                description,
                hidden,
                sendsOn,
                Shell.of(html, page),
                lang.strip(),
                viewport,
                List.copyOf(headings),
                List.copyOf(faults.values()),
                upgrades);
    }

    private void element(Element element) {
        String name = element.normalName();
        if (element.attributesSize() > 0 && element.hasAttr("id")) {
            id(element);
        }
        if (MarkupFaults.unended(element)) {
            fault(FindingKind.MARKUP_ODD, "<" + name + ">", "Nothing ends it.", at(element));
        }
        switch (name) {
            case "a" -> anchor(element);
            case "img", "area" -> picture(element);
            case "input" -> {
                if (element.attr("type").equalsIgnoreCase("image")) {
                    picture(element);
                }
            }
            case "title" -> {
                // Within a drawing it is the words of the drawing.
                if (element.closest("svg") == null) {
                    titles.add(new PageFacts.Words(words(element.text()), whole(element)));
                }
            }
            case "meta" -> meta(element);
            case "base" -> {
                if (base.isEmpty()) {
                    base = element.attr("href").strip();
                }
            }
            case "form" -> forms.add(element);
            case "script" -> runs |= HtmlReferences.runs(element);
            default -> {
                if (name.length() == 2 && name.charAt(0) == 'h' && name.charAt(1) >= '1' && name.charAt(1) <= '6') {
                    headings.add(new PageFacts.Heading(name.charAt(1) - '0', words(element.text()), at(element)));
                }
            }
        }
    }

    private void id(Element element) {
        String id = element.attr("id");
        if (!id.isEmpty()) {
            anchors.add(id);
            Place first = ids.putIfAbsent(id, at(element));
            // What was left open is opened again further on by the parser: that stands there once.
            if (first != null && !first.equals(at(element))) {
                fault(FindingKind.ID_TWICE, id, "It stands in line " + first.line() + ", too.", at(element));
            }
        }
    }

    private void anchor(Element element) {
        if (element.hasAttr("name")) {
            anchors.add(element.attr("name"));
        }
        if (element.hasAttr("href") && !saysSomething(element)) {
            fault(FindingKind.LINK_WORDLESS, element.attr("href"), "", at(element));
        }
    }

    private static boolean saysSomething(Element element) {
        if (!element.attr("aria-label").isBlank()
                || !element.attr("title").isBlank()
                || element.hasAttr("aria-labelledby")
                || element.attr("aria-hidden").equals("true")) {
            return true;
        }
        return element.nodeStream().anyMatch(PageReader::visible);
    }

    private static boolean visible(Node node) {
        if (node instanceof TextNode text) {
            return !text.isBlank();
        }
        return node instanceof Element element
                && (!element.attr("alt").isBlank()
                        || !element.attr("aria-label").isBlank()
                        || element.normalName().equals("svg")
                        || element.normalName().equals("object")
                        || element.normalName().equals("img") && !element.hasAttr("alt"));
    }

    private void picture(Element element) {
        boolean area = element.normalName().equals("area");
        boolean said = element.hasAttr("alt")
                || !element.attr("aria-label").isBlank()
                || element.hasAttr("aria-labelledby")
                || element.attr("role").equals("presentation")
                || element.attr("aria-hidden").equals("true");
        if (!said && (!area || element.hasAttr("href"))) {
            String url = element.attr(area ? "href" : "src").strip();
            fault(FindingKind.PICTURE_WORDLESS, url, "", at(element));
        }
    }

    private void meta(Element element) {
        String content = element.attr("content");
        String name = element.attr("name").strip().toLowerCase(Locale.ROOT);
        upgrades |= MixedContent.upgradesAll(element);
        if (element.attr("http-equiv").strip().equalsIgnoreCase("refresh")) {
            sendsOn |= content.toLowerCase(Locale.ROOT).contains("url");
        }
        switch (name) {
            case "description" -> {
                if (description == null && !content.isBlank()) {
                    description = new PageFacts.Words(words(content), at(element));
                }
            }
            case "viewport" -> viewport |= !content.isBlank();
            case "robots" -> hidden |= content.toLowerCase(Locale.ROOT).matches("(?s).*\\b(noindex|none)\\b.*");
            default -> {}
        }
    }

    /** A form that neither an address nor a script takes. */
    private void form(Element form) {
        boolean dialog = form.attr("method").strip().equalsIgnoreCase("dialog");
        boolean handled = runs || form.hasAttr("onsubmit") || dialog;
        boolean led = !form.attr("action").isBlank()
                || form.select("[formaction]").stream()
                        .anyMatch(each -> !each.attr("formaction").isBlank());
        boolean asks = !form.select("input, textarea, select, button").isEmpty();
        if (!led && !handled && asks) {
            fault(FindingKind.FORM_NOWHERE, form.id(), "It has no action, and the page runs no script.", at(form));
        }
    }

    private void ofReference(String url, Place at, Reference.Use use) {
        if (use == Reference.Use.INERT) {
            return;
        }
        Target target = Target.of(url, "/");
        if (target.kind() == Target.Kind.OWN_MACHINE) {
            fault(FindingKind.OWN_MACHINE, url, "", at);
        }
    }

    private void fault(FindingKind kind, String subject, String detail, Place at) {
        if (faults.size() < MOST_FAULTS) {
            faults.putIfAbsent(List.of(kind, subject), new PageFacts.Fault(kind, subject, detail, at));
        }
    }

    private static String words(String text) {
        String folded = SPACE.matcher(text).replaceAll(" ").strip();
        return folded.length() > LONGEST_WORDS ? folded.substring(0, LONGEST_WORDS) : folded;
    }

    private Place at(Node node) {
        Range range = node.sourceRange();
        return range.isTracked() ? lines.place(range.startPos(), range.endPos()) : lines.place(0, 0);
    }

    /** From the start tag to the end tag. */
    private Place whole(Element element) {
        Range start = element.sourceRange();
        Range end = element.endSourceRange();
        return start.isTracked()
                ? lines.place(start.startPos(), end.isTracked() ? end.endPos() : start.endPos())
                : lines.place(0, 0);
    }
}
