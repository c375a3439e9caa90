package evenharbor.core.version;

import java.util.HashSet;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How alike two texts are: the share of runs of three words that both have (Jaccard index of word shingles). 1 is the
 * same words in the same order, 0 is nothing in common.
 */
final class Likeness {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+");

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
