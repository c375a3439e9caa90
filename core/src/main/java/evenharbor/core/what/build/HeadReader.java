package evenharbor.core.what.build;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Comment;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.Range;

/** Reads the head of a page that was parsed with positions. */
final class HeadReader {

    /** What takes all that follows for its own text until its end tag (HTML, section 13.2.5). */
    private static final Set<String> RAW = Set.of("script", "style", "textarea", "title", "xmp", "noembed", "noframes");

    private static final Pattern DATE = Pattern.compile("^\\s*(\\d{4}-\\d{2}-\\d{2})");

    private final String text;
    private final Document page;
    private final Map<String, List<Head.Said>> said = new LinkedHashMap<>();
    private boolean hidden;
    private String date = "";
    private String timed = "";

    private HeadReader(String text, Document page) {
        this.text = text;
        this.page = page;
    }

    static Head read(String text, Document page) {
        return new HeadReader(text, page).head();
    }

    private Head head() {
        boolean open = false;
        for (Element element : page.getAllElements()) {
            String name = element.normalName();
            switch (name) {
                case "title" -> title(element);
                case "meta" -> meta(element);
                case "link" -> link(element);
                case "script" -> {
                    if (element.attr("type").strip().equalsIgnoreCase("application/ld+json")) {
                        say(Head.DATA, "", element);
                    }
                }
                case "time" -> {
                    if (timed.isEmpty()) {
                        timed = day(element.attr("datetime"));
                    }
                }
                default -> {}
            }
            open |= RAW.contains(name) && Shell.stands(element) && !ended(element);
        }
        Shell shell = Shell.of(text, page);
        Element root = page.selectFirst("html");
        boolean lang = root != null && (root.hasAttr("lang") || root.hasAttr("xml:lang"));
        return new Head(said, more(shell), open ? -1 : end(), shell, lang, hidden, date.isEmpty() ? timed : date);
    }

    private void title(Element element) {
        // Within a drawing it is the words of the drawing.
        if (element.closest("svg") == null && Shell.stands(element)) {
            int end = ended(element) ? endTag(element) : -1;
            add(Head.TITLE, new Head.Said(element.text(), element.sourceRange().endPos(), end));
        }
    }

    private void meta(Element element) {
        String name = element.attr("name").strip().toLowerCase(Locale.ROOT);
        String property = element.attr("property").strip().toLowerCase(Locale.ROOT);
        String content = element.attr("content");
        if (name.equals("description")) {
            say(Head.DESCRIPTION, content, element);
        } else if (name.equals("robots")) {
            hidden |= content.toLowerCase(Locale.ROOT).matches("(?s).*\\b(noindex|none)\\b.*");
        } else if (property.startsWith("og:")) {
            say(property, content, element);
        } else if (date.isEmpty()
                && (property.equals("article:published_time")
                        || name.equals("date")
                        || name.equals("dcterms.created"))) {
            date = day(content);
        }
    }

    private void link(Element element) {
        String href = element.attr("href");
        String type = element.attr("type").strip().toLowerCase(Locale.ROOT);
        for (String relation :
                element.attr("rel").strip().toLowerCase(Locale.ROOT).split("\\s+")) {
            switch (relation) {
                case "canonical" -> say(Head.CANONICAL, href, element);
                case "icon" -> say(Head.ICON, href, element);
                case "apple-touch-icon" -> say(Head.TOUCH_ICON, href, element);
                case "manifest" -> say(Head.MANIFEST, href, element);
                case "alternate" -> {
                    if (element.hasAttr("hreflang")) {
                        say(Head.ALTERNATE + element.attr("hreflang").strip().toLowerCase(Locale.ROOT), href, element);
                    } else if (type.equals("application/atom+xml") || type.equals("application/rss+xml")) {
                        say(Head.FEED, href, element);
                    }
                }
                default -> {}
            }
        }
    }

    private void say(String key, String value, Element element) {
        if (Shell.stands(element) && element.closest("template, noscript, svg") == null) {
            Range start = element.sourceRange();
            add(key, new Head.Said(value, start.startPos(), start.endPos()));
        }
    }

    private void add(String key, Head.Said place) {
        said.computeIfAbsent(key, k -> new ArrayList<>(1)).add(place);
    }

    private static String day(String written) {
        Matcher day = DATE.matcher(written);
        return day.find() ? day.group(1) : "";
    }

    /** Before the end tag of the head, or behind what stands last in it, or where a head would begin. */
    private int more(Shell shell) {
        Element head = page.head();
        if (ended(head)) {
            return endTag(head);
        }
        int last = shell.head();
        for (Node child : head.childNodes()) {
            boolean tag = child instanceof Element element && Shell.stands(element);
            if (tag) {
                Element element = (Element) child;
                last = Math.max(
                        last,
                        ended(element)
                                ? element.endSourceRange().endPos()
                                : element.sourceRange().endPos());
            }
        }
        return last;
    }

    /** Before the end tag of the body, or of the document, or at the end. */
    private int end() {
        if (page.selectFirst("frameset") != null || unendedComment()) {
            return -1;
        }
        if (ended(page.body())) {
            return endTag(page.body());
        }
        Element root = page.selectFirst("html");
        return ended(root) ? endTag(root) : text.length();
    }

    private boolean unendedComment() {
        int open = text.lastIndexOf("<!--");
        return open >= 0
                && text.indexOf("-->", open) < 0
                && page.nodeStream(Comment.class)
                        .anyMatch(comment -> comment.sourceRange().isTracked()
                                && comment.sourceRange().startPos() <= open
                                && comment.sourceRange().endPos() >= text.length());
    }

    private boolean ended(Element element) {
        if (element == null) {
            return false;
        }
        Range end = element.endSourceRange();
        return end.isTracked() && !end.isImplicit() && text.lastIndexOf("</", end.endPos() - 1) >= 0;
    }

    /** Where its end tag begins; the parser tells for certain only where that ends. */
    private int endTag(Element element) {
        return text.lastIndexOf("</", element.endSourceRange().endPos() - 1);
    }
}
