package evenharbor.app.when.history;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A run of words in the difference of two texts.
 *
 * @param kind in which of the two it is
 * @param text the words, with the blanks between them; of what is the same only some around what differs
 */
record WordDifference(Kind kind, String text) {

    /** How words of one text stand to the other. */
    enum Kind {
        SAME,
        REMOVED,
        ADDED,
        /** Words that are the same are left out here. */
        GAP
    }

    /** Words that are shown before and after some that differ. */
    private static final int AROUND = 12;

    /** Longer texts are compared no further: nobody reads that. */
    private static final int MOST_WORDS = 60_000;

    private static final Pattern WORD = Pattern.compile("\\S+\\s*");

    /** The words that differ, with some around them. */
    static List<WordDifference> between(String before, String after) {
        List<String> old = words(before);
        List<String> fresh = words(after);
        List<WordDifference> runs = new ArrayList<>();
        int at = 0;
        for (AbstractDelta<String> delta : DiffUtils.diff(old, fresh).getDeltas()) {
            same(old.subList(at, delta.getSource().getPosition()), at == 0, false, runs);
            add(runs, Kind.REMOVED, delta.getSource().getLines());
            add(runs, Kind.ADDED, delta.getTarget().getLines());
            at = delta.getSource().getPosition() + delta.getSource().size();
        }
        same(old.subList(at, old.size()), at == 0, true, runs);
        return runs;
    }

    private static List<String> words(String text) {
        List<String> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(text);
        while (matcher.find() && words.size() < MOST_WORDS) {
            words.add(matcher.group());
        }
        return words;
    }

    private static void same(List<String> words, boolean begins, boolean ends, List<WordDifference> runs) {
        int head = begins ? 0 : Math.min(AROUND, words.size());
        int tail = ends ? words.size() : Math.max(head, words.size() - AROUND);
        add(runs, Kind.SAME, words.subList(0, head));
        if (tail > head) {
            runs.add(new WordDifference(Kind.GAP, ""));
        }
        add(runs, Kind.SAME, words.subList(Math.min(tail, words.size()), words.size()));
    }

    private static void add(List<WordDifference> runs, Kind kind, List<String> words) {
        if (!words.isEmpty()) {
            runs.add(new WordDifference(kind, String.join("", words)));
        }
    }
}
