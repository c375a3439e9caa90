package evenharbor.core.what.version;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How alike two texts are: the share of runs of three words that both have (Jaccard index of word shingles). 1 is the
 * same words in the same order, 0 is nothing in common.
 */
final class Likeness {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+");

    /** With fewer texts nothing can be said about what is commonplace. */
    private static final int FEWEST_FOR_COMMONPLACES = 5;

    private final Set<Integer> shingles = new HashSet<>();

    Likeness(String text) {
        Matcher words = WORD.matcher(text);
        int first = 0;
        int second = 0;
        while (words.find()) {
            int word = words.group().hashCode();
            shingles.add((first * 31 + second) * 31 + word);
            first = second;
            second = word;
        }
    }

    /** Takes out of each text the runs that stand in more than two of five of them. */
    static void forgetCommonplaces(List<Likeness> texts) {
        if (texts.size() < FEWEST_FOR_COMMONPLACES) {
            return;
        }
        Map<Integer, Integer> counts = new HashMap<>();
        texts.forEach(text -> text.shingles.forEach(shingle -> counts.merge(shingle, 1, Integer::sum)));
        counts.values().removeIf(count -> count * 5 <= texts.size() * 2 || count < 3);
        texts.forEach(text -> text.shingles.removeAll(counts.keySet()));
    }

    double to(Likeness other) {
        Set<Integer> small = shingles.size() < other.shingles.size() ? shingles : other.shingles;
        Set<Integer> large = small == shingles ? other.shingles : shingles;
        int shared = 0;
        for (Integer shingle : small) {
            if (large.contains(shingle)) {
                shared++;
            }
        }
        int all = shingles.size() + other.shingles.size() - shared;
        return all == 0 ? 0 : (double) shared / all;
    }
}
