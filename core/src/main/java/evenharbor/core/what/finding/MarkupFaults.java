package evenharbor.core.what.finding;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Element;
import org.jsoup.parser.ParseError;
import org.jsoup.parser.Parser;

/** Where browsers put parts of a page elsewhere than they stand (HTML, section 13.2). */
final class MarkupFaults {

    /** How many errors of a page are looked at. */
    static final int MOST = 100;

    private static final Pattern END = Pattern.compile("Unexpected EndTag token \\[</([^\\s>]+)");
    private static final Pattern START = Pattern.compile("Unexpected StartTag token \\[<([^\\s>/]+)");
    private static final Pattern SELF = Pattern.compile("Tag \\[([^\\]]+)] cannot be self-closing");

    /** An end tag of what has no content changes nothing. */
    private static final Set<String> VOID = Set.of(
            "area", "base", "col", "embed", "hr", "img", "input", "link", "meta", "param", "source", "track", "wbr",
            "body", "html", "head");

    /** What must not begin in another of its kind. */
    private static final Set<String> NEVER_WITHIN = Set.of("a", "form", "button", "nobr");

    /** Elements whose end tag may be left out (HTML, section 13.1.2.4). */
    private static final Set<String> ENDS_ITSELF = new HashSet<>(List.of(
            "html",
            "head",
            "body",
            "li",
            "dt",
            "dd",
            "p",
            "rt",
            "rp",
            "rb",
            "rtc",
            "optgroup",
            "option",
            "colgroup",
            "caption",
            "thead",
            "tbody",
            "tfoot",
            "tr",
            "td",
            "th"));

    private MarkupFaults() {}

    /** What is read otherwise. @param subject the tag @param at index in the text */
    record Odd(String subject, String words, int at) {}

    /** What the parser's errors come to. */
    static List<Odd> of(List<ParseError> errors) {
        return errors.stream().flatMap(error -> of(error).stream()).toList();
    }

    private static Optional<Odd> of(ParseError error) {
        String message = error.getErrorMessage();
        Matcher self = SELF.matcher(message);
        if (self.find()) {
            String name = self.group(1);
            return odd("<" + name + "/>", "It does not end itself: what follows is taken to be in it.", error);
        }
        Matcher end = END.matcher(message);
        if (end.find()) {
            String name = end.group(1).toLowerCase(Locale.ROOT);
            if (VOID.contains(name)) {
                return Optional.empty();
            }
            String words = name.equals("p") || name.equals("br")
                    ? "It ends nothing, and is read as an empty one."
                    : "It ends nothing that is open there.";
            return odd("</" + name + ">", words, error);
        }
        Matcher start = START.matcher(message);
        if (start.find() && NEVER_WITHIN.contains(start.group(1).toLowerCase(Locale.ROOT))) {
            return odd(
                    "<" + start.group(1).toLowerCase(Locale.ROOT) + ">",
                    "It begins within another one, which ends there.",
                    error);
        }
        return message.contains("reached end of file")
                ? odd("", "The page ends within a tag, a comment or an attribute.", error)
                : Optional.empty();
    }

    private static Optional<Odd> odd(String subject, String words, ParseError error) {
        return Optional.of(new Odd(subject, words, Math.max(0, error.getPosition())));
    }

    /** Whether an element stands in the text, is to be ended there, and is not. */
    static boolean unended(Element element) {
        return !ENDS_ITSELF.contains(element.normalName())
                && element.sourceRange().isTracked()
                && !element.sourceRange().isImplicit()
                && (!element.endSourceRange().isTracked()
                        || element.endSourceRange().isImplicit())
                && !element.tag().isEmpty()
                && !element.tag().isSelfClosing()
                && element.tag().namespace().equals(Parser.NamespaceHtml);
    }
}
