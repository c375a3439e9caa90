package evenharbor.core.what.replace;

import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.parser.Parser;

/**
 * A text as it is read: character references resolved, white space folded, soft hyphens left out; each character with the
 * place in the source that it comes from.
 */
final class ReadText {

    /** Tags that stand in the midst of a sentence. */
    private static final Set<String> INLINE = Set.of(
            "a", "abbr", "b", "bdi", "bdo", "cite", "code", "em", "font", "i", "kbd", "mark", "q", "s", "small", "span",
            "strong", "sub", "sup", "time", "u", "var", "wbr");

    /** A character reference (HTML, section 13.5). */
    private static final Pattern REFERENCE =
            Pattern.compile("&(?:#\\d{1,7}|#[xX][0-9a-fA-F]{1,6}|[A-Za-z][A-Za-z0-9]{1,31});?");

    private static final Pattern TAG_NAME = Pattern.compile("</?([A-Za-z][^\\s/>]*)");
    private static final char SOFT_HYPHEN = '\u00AD';

    private final String source;
    private final boolean page;
    private final boolean withoutInlineTags;
    private final StringBuilder read = new StringBuilder();
    private int[] starts;
    private int[] ends;
    private byte[] where;
    private final Matcher reference;
    private final Matcher tagName;

    private ReadText(String source, boolean page, boolean withoutInlineTags) {
        this.source = source;
        this.page = page;
        this.withoutInlineTags = withoutInlineTags;
        this.starts = new int[source.length()];
        this.ends = new int[source.length()];
        this.where = new byte[source.length()];
        this.reference = REFERENCE.matcher(source);
        this.tagName = TAG_NAME.matcher(source);
        scan();
    }

    /** A page with its tags. */
    static ReadText ofPage(String source) {
        return new ReadText(source, true, false);
    }

    /** A page as a sentence is read, without the tags in its midst. */
    static ReadText withoutInlineTags(String source) {
        return new ReadText(source, true, true);
    }

    /** A text that is no page. */
    static ReadText ofCode(String source) {
        return new ReadText(source, false, false);
    }

    /** The text. */
    CharSequence text() {
        return read;
    }

    /** Index in the source of where a character begins. */
    int start(int index) {
        return starts[index];
    }

    /** Index in the source behind a character. */
    int end(int index) {
        return ends[index];
    }

    /** What part it is in. */
    Hit.Where where(int index) {
        return Hit.Where.values()[where[index]];
    }

    private void scan() {
        int at = 0;
        while (at < source.length()) {
            if (!page) {
                at = plain(at, source.length(), Hit.Where.CODE);
            } else if (source.startsWith("<!--", at)) {
                int end = source.indexOf("-->", at);
                at = plain(at, end < 0 ? source.length() : end + 3, Hit.Where.CODE);
            } else if (tagAt(at)) {
                at = tag(at);
            } else {
                at = one(at, source.length(), Hit.Where.WORDS);
            }
        }
    }

    private boolean tagAt(int at) {
        return source.charAt(at) == '<' && tagName.region(at, source.length()).lookingAt();
    }

    private int tag(int at) {
        String name = tagName.group(1).toLowerCase(Locale.ROOT);
        boolean opens = source.charAt(at + 1) != '/';
        int end = tagEnd(at);
        if (withoutInlineTags && INLINE.contains(name)) {
            return end;
        }
        for (int i = at; i < end; ) {
            i = one(i, end, Hit.Where.TAG);
        }
        if (opens && (name.equals("script") || name.equals("style"))) {
            int close = closing(name, end);
            return plain(end, close, Hit.Where.CODE);
        }
        return end;
    }

    private int closing(String name, int from) {
        String wanted = "</" + name;
        for (int i = source.indexOf("</", from); i >= 0; i = source.indexOf("</", i + 2)) {
            if (source.regionMatches(true, i, wanted, 0, wanted.length())) {
                return i;
            }
        }
        return source.length();
    }

    private int tagEnd(int at) {
        char quote = 0;
        for (int i = at + 1; i < source.length(); i++) {
            char c = source.charAt(i);
            if (quote != 0) {
                quote = c == quote ? 0 : quote;
            } else if (c == '>') {
                return i + 1;
            } else if ((c == '"' || c == '\'') && source.charAt(i - 1) == '=') {
                quote = c;
            }
        }
        return source.length();
    }

    /** Characters as they stand, but for white space. */
    private int plain(int from, int to, Hit.Where in) {
        for (int i = from; i < to; i++) {
            put(source.charAt(i), i, i + 1, in);
        }
        return to;
    }

    /** One character, or one reference to some. @return index behind it */
    private int one(int at, int to, Hit.Where in) {
        char c = source.charAt(at);
        if (c == '&' && reference.region(at, to).lookingAt()) {
            String resolved = Parser.unescapeEntities(reference.group(), in == Hit.Where.TAG);
            if (!resolved.equals(reference.group())) {
                for (int i = 0; i < resolved.length(); i++) {
                    put(resolved.charAt(i), at, reference.end(), in);
                }
                return reference.end();
            }
        }
        put(c, at, at + 1, in);
        return at + 1;
    }

    private void put(char c, int start, int end, Hit.Where in) {
        if (c == SOFT_HYPHEN) {
            return;
        }
        boolean space = Character.isWhitespace(c) || Character.isSpaceChar(c);
        int last = read.length() - 1;
        if (space && last >= 0 && read.charAt(last) == ' ' && where[last] == in.ordinal()) {
            ends[last] = end;
            return;
        }
        int next = read.length();
        if (next == starts.length) {
            int longer = next + next / 2 + 16;
            starts = Arrays.copyOf(starts, longer);
            ends = Arrays.copyOf(ends, longer);
            where = Arrays.copyOf(where, longer);
        }
        read.append(space ? ' ' : c);
        starts[next] = start;
        ends[next] = end;
        where[next] = (byte) in.ordinal();
    }
}
