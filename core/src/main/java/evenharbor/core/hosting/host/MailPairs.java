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

    /** A label with its value, as it stands; or a line that is neither, with no value. */
    record Pair(String label, Optional<MailWords.Item> item, String value, boolean ownLine) {}

    private static final Pattern QUOTED = Pattern.compile("^(?:[>|]\\s?)+");
    private static final Pattern BULLET = Pattern.compile("^\\s*(?:[-–—•·●▪◦*+»›▸]+|\\d{1,2}[.)])\\s+");
    private static final Pattern DIVIDER = Pattern.compile(
            "\\s+\\|\\s*|\\s*\\|\\s+|^\\||\\|$|\\s+[-–—=]+>?\\s+|\\t+|\\s{2,}|\\s*[→⇒⟶]\\s*|\\s+[•·●▪»›]\\s+|;\\s+|,\\s+|\\s+/\\s+"
                    + "|\\s*\\.{3,}\\s*:?|\\s*…+\\s*|\\s*(?:\\. ){3,}|\\s*_{3,}\\s*");
    private static final Pattern LABELLED =
            Pattern.compile("^(?<label>[^:=：]{1,60}?)\\s*(?<between>[:=：])\\s*(?<value>.*)$");
    /** What no word of a label looks like. */
    private static final Pattern NAMED = Pattern.compile("\\d|[_!#$%&*+=^~?]|\\p{Ll}\\p{Lu}|(?:^|\\s)[\"'“„«‘]");

    private static final int MOST_LABEL_WORDS = 7;

    private final List<Pair> pairs = new ArrayList<>();
    private final BiPredicate<MailWords.Item, String> fits;

    private MailPairs(BiPredicate<MailWords.Item, String> fits) {
        this.fits = fits;
    }

    /** All of a text, in order. @param fits whether a value can be one of its kind */
    static List<Pair> of(String text, BiPredicate<MailWords.Item, String> fits) {
        MailPairs reading = new MailPairs(fits);
        List<List<String>> lines = text.lines()
                .map(line -> BULLET.matcher(
                                QUOTED.matcher(line.strip()).replaceFirst("").strip())
                        .replaceFirst(""))
                .map(MailPairs::chunks)
                .filter(chunks -> !chunks.isEmpty())
                .toList();
        for (int i = 0; i < lines.size(); i++) {
            if (i + 1 < lines.size() && reading.columns(lines.get(i), lines.get(i + 1))) {
                i++;
            } else if (reading.line(lines.get(i), i + 1 < lines.size() ? lines.get(i + 1) : List.of())) {
                i++;
            }
        }
        return reading.pairs;
    }

    private static List<String> chunks(String line) {
        return DIVIDER.splitAsStream(line)
                .map(String::strip)
                .filter(chunk -> !chunk.isEmpty() && !chunk.matches("[-–—=_*+|]+"))
                .toList();
    }

    /** What a piece is the label of, when it is nothing but a label. */
    private static Optional<MailWords.Item> label(String chunk) {
        String bare = chunk.replaceFirst("\\s*[:：]?[*_]*$", "");
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
        String label = matcher.group("label").strip();
        boolean within = matcher.start("value") == matcher.end("between")
                && !matcher.group("value").isEmpty();
        boolean endsAsLabel = MailWords.mentions(label).stream().anyMatch(m -> m.end() == label.length())
                || MailWords.links(label.replaceFirst("^.*\\s", ""));
        return within && !endsAsLabel ? Optional.empty() : Optional.of(matcher);
    }

    /** A line of labels above a line with as many values. */
    private boolean columns(List<String> labels, List<String> values) {
        boolean table = labels.size() > 1
                && labels.size() == values.size()
                && labels.stream().allMatch(chunk -> label(chunk).isPresent())
                && labels.stream().map(MailPairs::label).distinct().count() == labels.size()
                && IntStream.range(0, labels.size())
                        .allMatch(i -> value(label(labels.get(i)).orElseThrow(), values.get(i), false));
        for (int i = 0; table && i < labels.size(); i++) {
            pairs.add(new Pair(labels.get(i), label(labels.get(i)), values.get(i), true));
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
            if (!given.isEmpty()) {
                pairs.add(new Pair(label, item, given, chunks.size() == 1));
            } else if (item.isPresent()
                    && i + 1 < chunks.size()
                    && value(item.get(), chunks.get(i + 1), chunks.size() == 2)) {
                pairs.add(new Pair(label, item, chunks.get(i + 1), chunks.size() == 2));
                i++;
            } else if (item.isPresent()
                    && i + 1 == chunks.size()
                    && next.size() == 1
                    && value(item.get(), next.get(0), false)) {
                pairs.add(new Pair(label, item, next.get(0), true));
                return true;
            } else {
                pairs.add(new Pair(String.join(" ", chunks), Optional.empty(), "", chunks.size() == 1));
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
