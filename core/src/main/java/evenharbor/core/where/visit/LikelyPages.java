package evenharbor.core.where.visit;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * Which of a site's pages a path most likely meant, by likeness of words and letters. Words that many pages have say
 * little, words that one page has say much. Made once for a set of pages, asked for many paths.
 */
public final class LikelyPages {

    /** What is no more alike than this is no suggestion. */
    public static final double LEAST = 0.3;

    private static final Pattern WORD = Pattern.compile("\\p{L}+|\\p{N}+");
    private static final Pattern HUMP = Pattern.compile("(?<=\\p{Ll})(?=\\p{Lu})");
    private static final Pattern ENDING = Pattern.compile("(?i)(/index)?\\.(x?html?|php\\d?|aspx?|jsp|cgi)$|/index$");
    private static final int MOST_COMPARED = 80;
    private static final double WORDS = 0.7;
    private static final double TITLE = 0.6;
    private static final double ALIKE_ENOUGH = 0.55;

    /**
     * A page that may have been meant.
     *
     * @param path its request path
     * @param score from 0 to 1; 1 is the same words and letters
     */
    public record Likely(String path, double score) {}

    private record Page(String path, Set<String> words, Set<String> title, Set<Integer> letters) {}

    private final List<Page> pages = new ArrayList<>();
    private final Map<String, Double> weights = new HashMap<>();
    private final Map<Integer, List<Integer>> byLetters = new HashMap<>();

    private LikelyPages() {}

    /**
     * For these pages.
     *
     * @param titles title of each page by its request path; an empty one when it has none
     */
    public static LikelyPages of(Map<String, String> titles) {
        LikelyPages made = new LikelyPages();
        Map<String, Integer> counts = new HashMap<>();
        titles.entrySet().stream().sorted(Map.Entry.comparingByKey()).forEach(entry -> {
            Set<String> words = words(entry.getKey());
            Set<String> title = words(entry.getValue());
            Set<String> both = new HashSet<>(words);
            both.addAll(title);
            both.forEach(word -> counts.merge(word, 1, Integer::sum));
            Set<Integer> letters = letters(entry.getKey());
            letters(entry.getValue()).forEach(l -> made.index(l, made.pages.size()));
            letters.forEach(l -> made.index(l, made.pages.size()));
            made.pages.add(new Page(entry.getKey(), words, title, letters));
        });
        counts.forEach((word, count) -> made.weights.put(word, 0.2 + Math.log(1 + (double) made.pages.size() / count)));
        return made;
    }

    private void index(Integer letters, int page) {
        List<Integer> all = byLetters.computeIfAbsent(letters, l -> new ArrayList<>());
        if (all.isEmpty() || all.get(all.size() - 1) != page) {
            all.add(page);
        }
    }

    /** The pages that a path most likely meant, the likeliest first. */
    public List<Likely> to(String path, int most) {
        Set<String> words = words(path);
        Set<Integer> letters = letters(path);
        double[] shared = new double[pages.size()];
        for (Integer three : letters) {
            List<Integer> having = byLetters.getOrDefault(three, List.of());
            having.forEach(page -> shared[page] += 1.0 / having.size());
        }
        return IntStream.range(0, pages.size())
                .filter(i -> shared[i] > 0)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> -shared[i]))
                .limit(MOST_COMPARED)
                .map(i -> new Likely(pages.get(i).path(), score(words, letters, pages.get(i))))
                .filter(likely -> likely.score() >= LEAST)
                .sorted(Comparator.comparingDouble(Likely::score).reversed().thenComparing(Likely::path))
                .limit(most)
                .toList();
    }

    private double score(Set<String> words, Set<Integer> letters, Page page) {
        double asked = 0;
        double found = 0;
        for (String word : words) {
            double weight = weight(word);
            double best = Math.max(best(word, page.words()), TITLE * best(word, page.title()));
            asked += weight;
            found += weight * best;
        }
        double has = 0;
        double wanted = 0;
        for (String word : page.words()) {
            double weight = weight(word);
            has += weight;
            wanted += weight * best(word, words);
        }
        double recall = asked == 0 ? 0 : found / asked;
        double precision = has == 0 ? 0 : wanted / has;
        // That the path's words are found counts for more than that the page has no others: pages move into folders.
        double alike = recall == 0 ? 0 : 0.7 * recall + 0.3 * precision;
        return WORDS * alike + (1 - WORDS) * dice(letters, page.letters());
    }

    private double weight(String word) {
        return weights.getOrDefault(word, 1.0);
    }

    private static double best(String word, Set<String> others) {
        if (others.contains(word)) {
            return 1;
        }
        double best = 0;
        for (String other : others) {
            best = Math.max(best, alike(word, other));
        }
        return best < ALIKE_ENOUGH ? 0 : best;
    }

    /** How alike two words are: the same but for an ending, or most pairs of letters in common. */
    private static double alike(String a, String b) {
        int common = 0;
        while (common < Math.min(a.length(), b.length()) && a.charAt(common) == b.charAt(common)) {
            common++;
        }
        if (common >= 3 && Math.max(a.length(), b.length()) - common <= 2) {
            return 0.9;
        }
        if (a.length() >= 4 && b.length() >= 4 && (a.contains(b) || b.contains(a))) {
            return 0.75;
        }
        return 0.9 * dice(pairs(a), pairs(b));
    }

    private static Set<Integer> pairs(String word) {
        Set<Integer> pairs = new HashSet<>();
        for (int i = 0; i + 1 < word.length(); i++) {
            pairs.add(word.charAt(i) << 16 | word.charAt(i + 1));
        }
        return pairs;
    }

    private static double dice(Set<Integer> a, Set<Integer> b) {
        if (a.isEmpty() || b.isEmpty()) {
            return 0;
        }
        long shared = a.stream().filter(b::contains).count();
        return 2.0 * shared / (a.size() + b.size());
    }

    /** The words of a path or title, in small letters without accents. */
    private static Set<String> words(String text) {
        Set<String> words = new HashSet<>();
        String apart = HUMP.matcher(ENDING.matcher(text).replaceFirst("")).replaceAll(" ");
        Matcher matcher = WORD.matcher(plain(apart));
        while (matcher.find()) {
            words.add(matcher.group());
        }
        return words;
    }

    /** The runs of three letters of a path or title. */
    private static Set<Integer> letters(String text) {
        String joined = String.join(
                "",
                Arrays.stream(plain(ENDING.matcher(text).replaceFirst("")).split("[^\\p{L}\\p{N}]+"))
                        .toList());
        Set<Integer> threes = new HashSet<>();
        for (int i = 0; i + 2 < joined.length(); i++) {
            threes.add((joined.charAt(i) * 31 + joined.charAt(i + 1)) * 31 + joined.charAt(i + 2));
        }
        return threes;
    }

    private static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT);
    }
}
