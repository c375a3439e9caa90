package evenharbor.core.who.mail;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jsoup.nodes.Entities;

/**
 * A mail that Even Harbor writes: the same said as plain text and as plain HTML. What comes from people is shown as it is
 * and never as markup, and a line break in it begins no header.
 *
 * @param to who gets it
 * @param subject one line
 * @param parts what it says, in order
 * @param unsubscribe what ends mails of its kind; empty for one that someone waits for
 */
public record Letter(String to, String subject, List<Part> parts, Optional<Unsubscribe> unsubscribe) {

    private static final int LONGEST_SUBJECT = 200;

    /** A part of what a letter says. */
    public sealed interface Part {}

    /** A paragraph. */
    public record Words(String words) implements Part {}

    /** Lines, each with a dash. */
    public record Lines(List<String> lines) implements Part {}

    /** A code to type. */
    public record Code(String code) implements Part {}

    /** A link to open. @param words what it is for */
    public record Link(String words, String url) implements Part {}

    /**
     * What ends mails of a kind.
     *
     * @param page the page for a person, who may not be signed in
     * @param oneClick where a mail program says so by itself (RFC 8058)
     */
    public record Unsubscribe(String page, String oneClick) {}

    /** Takes a subject as one line, shortened. */
    public Letter {
        String line = subject.replaceAll("\\p{Cntrl}+", " ").strip();
        subject = line.length() > LONGEST_SUBJECT ? line.substring(0, LONGEST_SUBJECT - 1) + "…" : line;
        parts = List.copyOf(parts);
    }

    /** A letter that someone waits for, so that there is nothing to unsubscribe from. */
    public static Letter of(String to, String subject, Part... parts) {
        return new Letter(to, subject, Arrays.asList(parts), Optional.empty());
    }

    /** What it says as plain text. */
    public String text() {
        List<String> blocks = new ArrayList<>(parts.stream().map(Letter::text).toList());
        unsubscribe.ifPresent(end -> blocks.add("-- \nNo more mails of this kind: " + end.page()));
        return String.join("\n\n", blocks) + "\n";
    }

    private static String text(Part part) {
        if (part instanceof Words words) {
            return words.words();
        }
        if (part instanceof Lines lines) {
            return lines.lines().stream().map(line -> "- " + line).collect(Collectors.joining("\n"));
        }
        if (part instanceof Code code) {
            return "    " + code.code();
        }
        Link link = (Link) part;
        return link.words() + ":\n" + link.url();
    }

    /** What it says as HTML that loads nothing. */
    public String html() {
        String said = parts.stream().map(Letter::html).collect(Collectors.joining());
        String foot = unsubscribe
                .map(end -> "<hr><p style=\"font-size:85%\"><a href=\"" + escaped(end.page())
                        + "\">No more mails of this kind</a></p>")
                .orElse("");
        return "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>" + escaped(subject)
                + "</title><body style=\"font:16px/1.5 sans-serif;color:#10293d;max-width:36em\">" + said + foot
                + "</body></html>";
    }

    private static String html(Part part) {
        if (part instanceof Words words) {
            return "<p>" + escaped(words.words()).replace("\n", "<br>") + "</p>";
        }
        if (part instanceof Lines lines) {
            return lines.lines().stream()
                    .map(line -> "<li>" + escaped(line) + "</li>")
                    .collect(Collectors.joining("", "<ul>", "</ul>"));
        }
        if (part instanceof Code code) {
            return "<p style=\"font:600 24px/1.5 monospace\">" + escaped(code.code()) + "</p>";
        }
        Link link = (Link) part;
        return "<p><a href=\"" + escaped(link.url()) + "\">" + escaped(link.words()) + "</a></p>";
    }

    private static String escaped(String plain) {
        return Entities.escape(plain).replace("\"", "&quot;");
    }
}
