package evenharbor.core.what.build;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jsoup.parser.Parser;

/**
 * What a page says of itself in its head, and where more can be said. Read once for each content.
 *
 * @param said by what is said, each place that says it, in their order
 * @param more index where more can stand at the end of the head
 * @param end index where own code can stand at the end of the body; -1 where nothing would run there
 * @param shell where a language can be said
 * @param lang whether the language is said
 * @param hidden whether it asks search engines not to list it
 * @param date when it came out, as {@code 2026-05-14}, where it says so; else empty
 */
public record Head(
        Map<String, List<Said>> said, int more, int end, Shell shell, boolean lang, boolean hidden, String date) {

    public static final String TITLE = "title";
    public static final String DESCRIPTION = "description";
    public static final String CANONICAL = "canonical";
    static final String ICON = "icon";
    static final String TOUCH_ICON = "apple-touch-icon";
    static final String MANIFEST = "manifest";
    static final String FEED = "feed";
    static final String DATA = "data";
    static final String ALTERNATE = "alternate ";

    /** Of what says nothing: a style sheet, or what cannot be read. */
    public static final Head NONE = new Head(Map.of(), -1, -1, new Shell(0, -1, 0, false), false, false, "");

    /**
     * A place.
     *
     * @param value what it says
     * @param start index of its first character; of a title the first of its words
     * @param end index behind its last; -1 where nothing ends it
     */
    public record Said(String value, int start, int end) {}

    /** Of a page's text. */
    public static Head read(String text) {
        return HeadReader.read(text, Parser.htmlParser().setTrackPosition(true).parseInput(Shell.parsed(text), ""));
    }

    /** What is said first; empty when it is not said, or says nothing. */
    public Optional<String> value(String key) {
        return said.getOrDefault(key, List.of()).stream()
                .map(Said::value)
                .filter(value -> !value.isBlank())
                .findFirst();
    }
}
