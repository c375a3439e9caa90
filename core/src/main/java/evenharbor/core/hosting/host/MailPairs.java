package evenharbor.core.hosting.host;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * Labels and their values in a text, whatever stands between them: a colon, dots, a bar, a tab, a dash, an arrow, the end of
 * a line; several on one line, or a line of labels above a line of values.
 */
final class MailPairs {

    /**
     * A label with its value, as it stands; or a line that is neither, with no value.
     *
     * @param paragraph the number of the paragraph that it stands in
     */
    record Pair(String label, Optional<MailWords.Item> item, String value, int paragraph) {}

    /** The pieces of a line, at least one. */
    private record Line(List<String> chunks, int paragraph) {}

    private static final Pattern QUOTED = Pattern.compile("^(?:[>|]\\s?)+");
    private static final Pattern BULLET = Pattern.compile("^\\s*(?:[-–—•·●▪◦*+»›▸]+|\\d{1,2}[.)])\\s+");
    private static final char[] LIST_ENDS = {';', ','};
    private static final Pattern BARE = Pattern.compile("(?<label>\\p{L}.*\\S)\\s+(?<value>\\S{2,}[^\\s.,;:])");
    private static final Pattern COUNTED = Pattern.compile("^\\(?[A-Za-z\\d]{1,2}[.)]\\s+");
    private static final Pattern BOLD = Pattern.compile("^(?:\\*\\*|__)([\\p{L} '’/.-]+:?)(?:\\*\\*|__)(?=$|\\s|:)");
    private static final Pattern DIVIDER = Pattern.compile(
            "\\s+\\|\\s*|\\s*\\|\\s+|^\\||\\|$|\\s+[-–—=]+>?\\s+|\\t+|\\s{2,}|\\s*[→⇒⟶]\\s*|\\s+[•·●▪»›]\\s+|;\\s+|,\\s+|\\s+/\\s+"
                    + "|\\s*\\.{3,}\\s*:?|\\s*…+\\s*|\\s*(?:\\. ){3,}|\\s*_{3,}\\s*");
    private static final Pattern LABELLED =
            Pattern.compile("^(?<label>[^:=：]{1,60}?)\\s*(?<between>[:=：])\\s*(?<value>.*)$");
    /** What no word of a label looks like. */
    private static final Pattern NAMED = Pattern.compile("\\d|[!#$%&*+=^~?]|\\p{Ll}\\p{Lu}|(?:^|\\s)[\"'“„«‘]");

    private static final int MOST_LABEL_WORDS = 7;

    private final List<Pair> pairs = new ArrayList<>();
    private final BiPredicate<MailWords.Item, String> fits;
    private int paragraph;

    private MailPairs(BiPredicate<MailWords.Item, String> fits) {
        this.fits = fits;
    }

    /** All of a text, in order. @param fits whether a value can be one of its kind */
    static List<Pair> of(String text, BiPredicate<MailWords.Item, String> fits) {
        MailPairs reading = new MailPairs(fits);
        List<Line> lines = lines(text);
        for (int i = 0; i < lines.size(); i++) {
            List<String> chunks = lines.get(i).chunks();
            List<String> next = i + 1 < lines.size() ? lines.get(i + 1).chunks() : List.of();
            reading.paragraph = lines.get(i).paragraph();
            if (reading.columns(chunks, next) || reading.line(chunks, next)) {
                i++;
            }
        }
        return reading.pairs;
    }

    private static List<Line> lines(String text) {
        List<Line> lines = new ArrayList<>();
        int paragraph = 0;
        for (String line : withoutEnds(text.lines().map(MailPairs::undressed).toList())) {
            List<String> chunks = chunks(line);
            if (chunks.isEmpty()) {
                paragraph++;
            } else {
                lines.add(new Line(chunks, paragraph));
            }
        }
        return lines;
    }

    private static String undressed(String line) {
        String own = QUOTED.matcher(line.strip()).replaceFirst("").strip();
        return BULLET.matcher(own).replaceFirst("");
    }

    /**
     * Where several lines of a list end in the same sign, or go on after it, the sign is the list's, as is the full stop
     * after the last; anywhere else it may be a part of what stands before it.
     */
    private static List<String> withoutEnds(List<String> lines) {
        for (char end : LIST_ENDS) {
            List<String> ending = lines.stream()
                    .filter(line -> line.endsWith(String.valueOf(end)) || line.contains(end + " "))
                    .filter(line -> chunks(line).stream()
                            .anyMatch(chunk -> labelled(chunk).isPresent()))
                    .toList();
            if (ending.size() > 1) {
                int last = lines.indexOf(ending.get(ending.size() - 1)) + 1;
                return IntStream.range(0, lines.size())
                        .mapToObj(i -> {
                            String line = lines.get(i);
                            boolean listed = ending.contains(line) && line.endsWith(String.valueOf(end));
                            boolean stop = i <= last && i >= last - 1 && line.endsWith(".");
                            return listed || stop ? line.substring(0, line.length() - 1) : line;
                        })
                        .toList();
            }
        }
        return lines;
    }

    private static List<String> chunks(String line) {
        return DIVIDER.splitAsStream(line)
                .map(MailPairs::unmarked)
                .filter(chunk -> !chunk.isEmpty() && !chunk.matches("[-–—=_*+|]+"))
                .toList();
    }

    /** Without the letter or number that a list counts by, and the marks that some programs write bold by. */
    private static String unmarked(String chunk) {
        String counted = COUNTED.matcher(chunk.strip()).replaceFirst("");
        return BOLD.matcher(counted).replaceFirst("$1");
    }

    /** What a piece is the label of, when it is nothing but a label. */
    private static Optional<MailWords.Item> label(String chunk) {
        String bare = chunk.replace('_', ' ').replaceFirst("\\s*[:：]?[*_]*$", "");
        boolean few = !bare.isEmpty() && bare.split("\\s+").length <= MOST_LABEL_WORDS;
        boolean value = NAMED.matcher(bare).find() || bare.matches(".*[/@\\\\].*|.*\\w\\.\\w.*|.*[.!?]");
        return few && !value ? MailWords.itemOf(bare) : Optional.empty();
    }

    private static Optional<Matcher> labelled(String chunk) {
        Matcher matcher = LABELLED.matcher(chunk);
        if (!matcher.matches() || label(matcher.group("label")).isEmpty()) {
            return Optional.empty();
        }
        // A colon within a password does not end a label: what stands right before it is no word for anything.
        String label = matcher.group("label").strip().replace('_', ' ');
        boolean within = matcher.start("value") == matcher.end("between")
                && !matcher.group("value").isEmpty();
        boolean endsAsLabel = MailWords.mentions(label).stream().anyMatch(m -> m.end() == label.length())
                || MailWords.links(label.replaceFirst("^.*\\s", ""));
        return within && !endsAsLabel ? Optional.empty() : Optional.of(matcher);
    }

    /** A line that is a label and one word that is what the label asks for. */
    private Optional<Matcher> bare(String line) {
        return Optional.of(BARE.matcher(line))
                .filter(Matcher::matches)
                .filter(m -> label(m.group("label"))
                        .filter(item -> value(item, m.group("value"), false))
                        .isPresent());
    }

    /** A line of labels above a line with as many values. What a label of them means may be unknown. */
    private boolean columns(List<String> labels, List<String> values) {
        List<MailWords.Item> known =
                labels.stream().flatMap(chunk -> label(chunk).stream()).toList();
        boolean table = labels.size() > 1
                && labels.size() == values.size()
                && known.size() > labels.size() / 2
                && known.stream().distinct().count() == known.size()
                && labels.stream().noneMatch(chunk -> NAMED.matcher(chunk).find())
                && IntStream.range(0, labels.size())
                        .allMatch(i -> label(labels.get(i))
                                .map(item -> value(item, values.get(i), false))
                                .orElse(true));
        for (int i = 0; table && i < labels.size(); i++) {
            pairs.add(new Pair(labels.get(i), label(labels.get(i)), values.get(i), paragraph));
        }
        return table;
    }

    /** Whether the next line's only piece has been taken for a value. */
    private boolean line(List<String> chunks, List<String> next) {
        for (int i = 0; i < chunks.size(); i++) {
            String chunk = chunks.get(i);
            Optional<Matcher> labelled = labelled(chunk);
            String given =
                    labelled.map(m -> m.group("value").strip()).orElse("").replaceFirst("^[*_]{1,2}$", "");
            Optional<MailWords.Item> item =
                    labelled.flatMap(m -> label(m.group("label"))).or(() -> label(chunk));
            String label = labelled.map(m -> m.group("label")).orElse(chunk);
            Optional<Matcher> bare = chunks.size() == 1 && item.isEmpty() ? bare(chunk) : Optional.empty();
            if (bare.isPresent()) {
                String name = bare.get().group("label");
                pairs.add(new Pair(name, label(name), bare.get().group("value"), paragraph));
            } else if (!given.isEmpty()) {
                pairs.add(new Pair(label, item, given, paragraph));
            } else if (item.isPresent()
                    && i + 1 < chunks.size()
                    && value(item.get(), chunks.get(i + 1), chunks.size() == 2)) {
                pairs.add(new Pair(label, item, chunks.get(i + 1), paragraph));
                i++;
            } else if (item.isPresent()
                    && i + 1 == chunks.size()
                    && next.size() == 1
                    && value(item.get(), next.get(0), false)) {
                pairs.add(new Pair(label, item, next.get(0), paragraph));
                return true;
            } else {
                pairs.add(new Pair(String.join(" ", chunks), Optional.empty(), "", paragraph));
            }
        }
        return false;
    }

    /**
     * Whether a piece is what the label before it asks for. What is called as a label is called is the next label; and a
     * password of letters alone is only taken from beside its label, with nothing else on the line.
     */
    private boolean value(MailWords.Item item, String chunk, boolean beside) {
        boolean letters = chunk.matches("[\\p{L}\\p{M}' -]+");
        boolean other = letters && (label(chunk).isPresent() || item == MailWords.Item.PASSWORD && !beside);
        return !other && labelled(chunk).isEmpty() && fits.test(item, chunk);
    }
}
