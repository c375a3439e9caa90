package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A path with named parts, segment by segment. A segment is fixed text, text around named parts, or one named part; the
 * last may stand for all that follows. Matching never goes back: the text between two parts is looked for from left to
 * right, so that the time is in proportion to the length of the path.
 *
 * @param segments the segments before the tail
 * @param tail the name of the part that stands for all that follows; empty when there is none
 */
record PathForm(List<Segment> segments, Optional<String> tail) {

    /**
     * One segment.
     *
     * @param texts the fixed texts: before the first part, between the parts, behind the last
     * @param names the names of the parts
     */
    record Segment(List<String> texts, List<String> names) {

        boolean fixed() {
            return names.isEmpty();
        }

        /** Whether it is one named part and nothing else. */
        boolean whole() {
            return names.size() == 1 && texts.get(0).isEmpty() && texts.get(1).isEmpty();
        }

        /** How much of it is fixed, in characters. */
        int weight() {
            return texts.stream().mapToInt(String::length).sum();
        }

        Segment folded() {
            return new Segment(texts.stream().map(PathForm::fold).toList(), names);
        }

        /** The same text with nameless parts, for finding segments that match the same. */
        String outline() {
            return String.join("\u0000", texts);
        }

        /**
         * Where each part begins and ends within a text; empty when the text does not fit.
         *
         * @param text folded as the segment is
         */
        Optional<int[]> spans(String text) {
            int[] spans = new int[names.size() * 2];
            if (!text.startsWith(texts.get(0))) {
                return Optional.empty();
            }
            int at = texts.get(0).length();
            for (int i = 0; i < names.size(); i++) {
                String next = texts.get(i + 1);
                boolean last = i == names.size() - 1;
                int end = last ? text.length() - next.length() : text.indexOf(next, at + 1);
                if (end <= at || last && !text.endsWith(next)) {
                    return Optional.empty();
                }
                spans[i * 2] = at;
                spans[i * 2 + 1] = end;
                at = end + next.length();
            }
            return at == text.length() ? Optional.of(spans) : Optional.empty();
        }

        /** Whether some text may fit both; never says no wrongly. */
        boolean mayMeet(Segment other) {
            if (fixed()) {
                return other.fixed()
                        ? texts.get(0).equals(other.texts.get(0))
                        : other.spans(texts.get(0)).isPresent();
            }
            if (other.fixed()) {
                return spans(other.texts.get(0)).isPresent();
            }
            String a = texts.get(0);
            String b = other.texts.get(0);
            String x = texts.get(texts.size() - 1);
            String y = other.texts.get(other.texts.size() - 1);
            return (a.startsWith(b) || b.startsWith(a)) && (x.endsWith(y) || y.endsWith(x));
        }
    }

    /** The form of a fixed path. */
    static PathForm fixed(String path) {
        List<Segment> segments = new ArrayList<>();
        for (String segment : split(path)) {
            segments.add(new Segment(List.of(segment), List.of()));
        }
        return new PathForm(segments, Optional.empty());
    }

    /** The form that a source means; what is wrong with it is said by {@link RedirectReader}. */
    static PathForm of(Source source) {
        return switch (source.kind()) {
            case EXACT -> fixed(bare(source.path()));
            case UNDER -> new PathForm(fixed(bare(source.path())).segments(), Optional.of(Source.REST));
            case PATTERN -> read(source.path());
        };
    }

    /**
     * Reads a path with named parts.
     *
     * @throws IllegalArgumentException with a sentence when it cannot be read
     */
    static PathForm read(String path) {
        List<Segment> segments = new ArrayList<>();
        String[] all = split(path);
        for (int i = 0; i < all.length; i++) {
            if (all[i].startsWith("{+") && all[i].endsWith("}") && i == all.length - 1) {
                return new PathForm(segments, Optional.of(name(all[i].substring(2, all[i].length() - 1))));
            }
            segments.add(segment(all[i]));
        }
        return new PathForm(segments, Optional.empty());
    }

    private static Segment segment(String text) {
        List<String> texts = new ArrayList<>();
        List<String> names = new ArrayList<>();
        int at = 0;
        for (int open = text.indexOf('{'); open >= 0; open = text.indexOf('{', at)) {
            int close = text.indexOf('}', open);
            if (close < 0) {
                throw new IllegalArgumentException("A named part begins with { and ends with }, as in /news/{year}.");
            }
            if (text.charAt(open + 1) == '+') {
                throw new IllegalArgumentException(
                        "A part that stands for all that follows, such as {+rest}, must be the last, behind a slash.");
            }
            if (!names.isEmpty() && open == at) {
                throw new IllegalArgumentException("Put something between two named parts, as in {year}-{month}.");
            }
            texts.add(text.substring(at, open));
            names.add(name(text.substring(open + 1, close)));
            at = close + 1;
        }
        if (text.indexOf('}', at) >= 0) {
            throw new IllegalArgumentException("A named part begins with { and ends with }, as in /news/{year}.");
        }
        texts.add(text.substring(at));
        return new Segment(List.copyOf(texts), List.copyOf(names));
    }

    private static String name(String name) {
        if (!name.matches("[A-Za-z][A-Za-z0-9_]{0,29}")) {
            throw new IllegalArgumentException("Name a part with letters and digits, as in {year}.");
        }
        return name;
    }

    /** The names of all parts, in order. */
    List<String> names() {
        List<String> all = new ArrayList<>();
        segments.forEach(s -> all.addAll(s.names()));
        tail.ifPresent(all::add);
        return all;
    }

    PathForm folded() {
        return new PathForm(segments.stream().map(Segment::folded).toList(), tail);
    }

    /** What each part stands for in a path that is known to fit, in the path's own letters. */
    Map<String, String> parts(String path, boolean ignoresCase) {
        Map<String, String> parts = new LinkedHashMap<>();
        String[] all = split(path);
        int at = 1;
        for (int i = 0; i < segments.size(); i++) {
            Segment segment = ignoresCase ? segments.get(i).folded() : segments.get(i);
            String text = all[i];
            int[] spans = segment.spans(ignoresCase ? fold(text) : text).orElseThrow(IllegalArgumentException::new);
            for (int n = 0; n < segment.names().size(); n++) {
                parts.put(segment.names().get(n), text.substring(spans[n * 2], spans[n * 2 + 1]));
            }
            at += text.length() + 1;
        }
        int rest = Math.min(at, path.length());
        tail.ifPresent(name -> parts.put(name, path.substring(rest)));
        return parts;
    }

    /**
     * Whether some path may fit both; never says no wrongly. Both must be folded.
     *
     * @param emptyTail whether this form's tail may stand for nothing
     * @param otherEmptyTail whether the other's may
     */
    boolean mayMeet(PathForm other, boolean emptyTail, boolean otherEmptyTail) {
        int mine = segments.size();
        int its = other.segments.size();
        if (tail.isEmpty() && (other.tail.isEmpty() ? mine != its : mine < its + (otherEmptyTail ? 0 : 1))) {
            return false;
        }
        if (other.tail.isEmpty() && tail.isPresent() && its < mine + (emptyTail ? 0 : 1)) {
            return false;
        }
        for (int i = 0; i < Math.min(mine, its); i++) {
            if (!segments.get(i).mayMeet(other.segments.get(i))) {
                return false;
            }
        }
        return true;
    }

    /** A path without what makes no difference to a folder's page: {@code index.html} and the slash at the end. */
    static String bare(String path) {
        String bare = path.endsWith("/index.html") ? path.substring(0, path.length() - "index.html".length()) : path;
        return bare.length() > 1 && bare.endsWith("/") ? bare.substring(0, bare.length() - 1) : bare;
    }

    /** The segments of a path; one that ends with a slash has an empty one at its end, the root has none. */
    static String[] split(String path) {
        return path.length() <= 1 ? new String[0] : path.substring(1).split("/", -1);
    }

    /** Small letters, character by character, so that no place in the text shifts. */
    static String fold(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (Character.toLowerCase(text.charAt(i)) != text.charAt(i)) {
                char[] chars = text.toCharArray();
                for (int j = i; j < chars.length; j++) {
                    chars[j] = Character.toLowerCase(chars[j]);
                }
                return new String(chars);
            }
        }
        return text;
    }
}
