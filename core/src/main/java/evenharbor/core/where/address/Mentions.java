package evenharbor.core.where.address;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;

/** Finds where a page or style sheet names an address: in links and in its text. */
public final class Mentions {

    private static final int LONGEST_EXCERPT = 90;

    private Mentions() {}

    /**
     * One place.
     *
     * @param line the line, from 1
     * @param link whether it is a URL that visitors or browsers follow, rather than text
     * @param excerpt the words around it
     */
    public record Mention(int line, boolean link, String excerpt) {}

    private record Place(int start, int end) {}

    /**
     * All places in a text, in order; of a name in another script, those in either form. One pass for each form; texts that
     * do not name the address cost no more than reading them.
     */
    public static List<Mention> in(String text, HostName host, String path) {
        List<Place> places = new ArrayList<>();
        for (String name : new TreeSet<>(List.of(host.ascii(), host.unicode()))) {
            for (int at = next(text, name, 0); at >= 0; at = next(text, name, at + name.length())) {
                int end = at + name.length();
                if (whole(text, at, end) && under(text, end, path)) {
                    places.add(new Place(at, end));
                }
            }
        }
        places.sort(Comparator.comparing(Place::start));
        List<Mention> found = new ArrayList<>();
        int line = 1;
        int counted = 0;
        for (Place place : places) {
            for (; counted < place.start(); counted++) {
                if (text.charAt(counted) == '\n') {
                    line++;
                }
            }
            found.add(new Mention(line, isUrl(text, place.start()), excerpt(text, place.start(), place.end())));
        }
        return found;
    }

    /** Host names are the same in any case (RFC 4343); most texts have them in lower case. */
    private static int next(String text, String name, int from) {
        char lower = name.charAt(0);
        char upper = Character.toUpperCase(lower);
        int last = text.length() - name.length();
        int nextLower = text.indexOf(lower, from);
        int nextUpper = upper == lower ? -1 : text.indexOf(upper, from);
        while (nextLower >= 0 || nextUpper >= 0) {
            int at = nextUpper < 0 || (nextLower >= 0 && nextLower < nextUpper) ? nextLower : nextUpper;
            if (at > last) {
                return -1;
            }
            if (text.regionMatches(true, at, name, 0, name.length())) {
                return at;
            }
            if (at == nextLower) {
                nextLower = text.indexOf(lower, at + 1);
            } else {
                nextUpper = text.indexOf(upper, at + 1);
            }
        }
        return -1;
    }

    private static boolean whole(String text, int start, int end) {
        return (start == 0 || !isNamePart(text.charAt(start - 1)) || text.regionMatches(true, start - 3, "%2F", 0, 3))
                && (end == text.length() || !isNamePart(text.charAt(end)) || endsSentence(text, end));
    }

    private static boolean endsSentence(String text, int end) {
        return text.charAt(end) == '.' && (end + 1 == text.length() || !isNamePart(text.charAt(end + 1)));
    }

    private static boolean isNamePart(char c) {
        return Character.isLetterOrDigit(c) || c == '-' || c == '.' || c == '_';
    }

    private static boolean under(String text, int end, String path) {
        if (path.equals(AddressReading.ROOT)) {
            return true;
        }
        int from = end;
        if (from < text.length() && text.charAt(from) == ':') {
            from++;
            while (from < text.length() && Character.isDigit(text.charAt(from))) {
                from++;
            }
        }
        String bare = path.substring(0, path.length() - 1);
        return text.startsWith(bare, from)
                && (from + bare.length() == text.length() || !isNamePart(text.charAt(from + bare.length())));
    }

    private static boolean isUrl(String text, int at) {
        int from = Math.max(0, at - 8);
        String before = text.substring(from, at).toLowerCase(Locale.ROOT);
        return before.endsWith("//") || before.endsWith("%2f%2f");
    }

    private static String excerpt(String text, int start, int end) {
        int from = Math.max(0, start - 30);
        int to = Math.min(text.length(), Math.max(end + 20, from + LONGEST_EXCERPT));
        int lineStart = text.lastIndexOf('\n', start - 1) + 1;
        int lineEnd = text.indexOf('\n', end);
        return text.substring(Math.max(from, lineStart), lineEnd < 0 ? to : Math.min(to, lineEnd))
                .strip();
    }
}
