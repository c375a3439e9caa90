package evenharbor.core.hosting.host;

import evenharbor.core.hosting.host.MailWords.Item;
import evenharbor.core.hosting.host.MailWords.Mention;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What sentences say: a thing, and right after it what it is, with no more than words between that link the two. */
final class MailSentences {

    /**
     * A thing that a sentence tells of.
     *
     * @param value what it is, without the end of the sentence
     * @param ending what was taken for the end of the sentence; empty for none
     * @param sentence the sentence, which says what for
     */
    record Told(Item item, String value, String ending, String sentence) {}

    /** What no ordinary word looks like. */
    private static final Pattern NAMED = Pattern.compile("[\\d_@!#$%&*+=/\\\\^~?]|\\p{Ll}\\p{Lu}");

    private static final Pattern WORD = Pattern.compile("\\S+");
    private static final Pattern SIGNS = Pattern.compile("[:=–—-]+");
    private static final Pattern QUOTED = Pattern.compile("^[\"'`<*“„«‚‘].+[\"'`>*”“»’‘]$");
    private static final String ENDS = ".,;:!?)";
    /** What goes on for longer is no sentence. */
    private static final int LONGEST = 1_000;

    private static final int MOST_LINKS = 4;
    private static final int SHORTEST_NAME = 5;
    private static final int NEAR = 8;

    private MailSentences() {}

    /** All that the sentences of a text tell of, in order. */
    static List<Told> of(String text) {
        List<Told> all = new ArrayList<>();
        for (String paragraph : text.split("\n\\s*\n")) {
            String flowing = paragraph.replaceAll("(?m)^[>|\\s]+", "").replaceAll("\\s*\n\\s*", " ");
            for (String sentence : flowing.split("(?<=[.!?])\\s+(?=\\p{Lu})")) {
                if (sentence.length() > LONGEST) {
                    continue;
                }
                List<Mention> mentions = MailWords.mentions(sentence);
                mentions.forEach(mention -> tell(sentence, mention, mentions, all));
            }
        }
        return all;
    }

    private static void tell(String sentence, Mention mention, List<Mention> mentions, List<Told> all) {
        Matcher words = WORD.matcher(sentence);
        int links = 0;
        for (boolean more = words.find(mention.end()); more && links <= MOST_LINKS; more = words.find()) {
            if (within(mentions, words.start())) {
                return;
            }
            // A sign that touches the label belongs to it: "password=…".
            String raw = words.start() == mention.end() ? words.group().replaceFirst("^[:=]", "") : words.group();
            if (raw.isEmpty() || SIGNS.matcher(raw).matches() || MailWords.links(raw.replaceFirst(":$", ""))) {
                links++;
            } else if (!raw.matches("\\p{Ll}+") || !nameFollows(sentence, words.end(), mentions)) {
                String word = withoutEnd(raw);
                String value = mention.item() == Item.PROTOCOL ? upTo(sentence, words.start(), mentions) : word;
                if (isValue(mention.item(), raw, value, words.end(), mentions)) {
                    all.add(new Told(mention.item(), value, raw.substring(word.length()), sentence));
                }
                return;
            }
        }
    }

    /** A password is told from a word of the sentence by its looks; the rest by not leading on to the next label. */
    private static boolean isValue(Item item, String raw, String value, int end, List<Mention> mentions) {
        if (item == Item.FOLDER) {
            return value.matches("[/~\\\\].*");
        }
        if (QUOTED.matcher(value).matches() || NAMED.matcher(value).find()) {
            return true;
        }
        boolean conjunction = value.equals(raw)
                && value.matches("\\p{L}+")
                && value.length() < SHORTEST_NAME
                && mentions.stream().anyMatch(m -> m.start() > end && m.start() - end < NEAR);
        return item != Item.PASSWORD && !conjunction;
    }

    /** A protocol may be told in several words, up to what is told next. */
    private static String upTo(String sentence, int from, List<Mention> mentions) {
        int next = mentions.stream()
                .mapToInt(Mention::start)
                .filter(start -> start > from)
                .min()
                .orElse(sentence.length());
        return withoutEnd(sentence.substring(from, next).split("[,;()]", 2)[0].strip());
    }

    private static boolean within(List<Mention> mentions, int at) {
        return mentions.stream().anyMatch(m -> m.start() <= at && at < m.end());
    }

    /** Whether a word is only a part of the label, as what comes after it is plainly a name. */
    private static boolean nameFollows(String sentence, int from, List<Mention> mentions) {
        Matcher next = WORD.matcher(sentence);
        return next.find(from)
                && NAMED.matcher(withoutEnd(next.group())).find()
                && mentions.stream().noneMatch(m -> m.start() < next.end() && next.start() < m.end());
    }

    private static String withoutEnd(String word) {
        int end = word.length();
        while (end > 1 && ENDS.indexOf(word.charAt(end - 1)) >= 0) {
            end--;
        }
        return word.substring(0, end);
    }
}
