package evenharbor.app.when.history;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;

/**
 * The words of a page, as a reader sees them.
 *
 * @param title its title
 * @param text all else, in the order of the page, runs of blanks as one
 */
public record PageText(String title, String text) {

    private static final int AROUND = 80;
    private static final int FIRST_BEYOND_ASCII = 128;
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");
    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}'’]*");

    /** Reads a page. */
    public static PageText of(String html) {
        Document page = Jsoup.parse(html);
        // Links that stand beside each other are told apart by how they are drawn, not by blanks.
        page.select("a, button, label, option")
                .forEach(each -> each.prependText(" ").appendText(" "));
        return new PageText(page.title(), page.body() == null ? "" : page.body().text());
    }

    /** In small letters without accents: what is searched by. Only what is beyond ASCII needs Unicode's rules. */
    static String plain(String words) {
        StringBuilder plain = new StringBuilder(words.length());
        int at = 0;
        while (at < words.length()) {
            char letter = words.charAt(at);
            if (letter < FIRST_BEYOND_ASCII) {
                plain.append(letter >= 'A' && letter <= 'Z' ? (char) (letter + ('a' - 'A')) : letter);
                at++;
            } else {
                int end = at + 1;
                while (end < words.length() && words.charAt(end) >= FIRST_BEYOND_ASCII) {
                    end++;
                }
                plain.append(plainBeyondAscii(words.substring(at, end)));
                at = end;
            }
        }
        return plain.toString();
    }

    private static String plainBeyondAscii(String letters) {
        return letters.chars().allMatch(PageText::isPunctuation)
                ? letters
                : MARKS.matcher(Normalizer.normalize(letters, Normalizer.Form.NFD))
                        .replaceAll("")
                        .toLowerCase(Locale.ROOT);
    }

    /** Dashes, quotation marks and signs that texts are full of, and that no rule changes. */
    private static boolean isPunctuation(int letter) {
        return letter >= 0x2010 && letter <= 0x203A
                || letter >= 0x00A0 && letter <= 0x00BF && !Character.isLetter(letter);
    }

    /** Some words around the first of those that were looked for. @param wanted words as {@link #plain} makes them */
    String excerpt(Iterable<String> wanted) {
        Matcher words = WORD.matcher(text);
        while (words.find()) {
            String word = plain(words.group());
            for (String want : wanted) {
                if (word.startsWith(want)) {
                    return around(words.start(), words.end());
                }
            }
        }
        return around(0, 0);
    }

    private String around(int start, int end) {
        int from = Math.max(0, start - AROUND);
        int to = Math.min(text.length(), end + AROUND);
        int begin = from == 0 ? 0 : Math.max(text.indexOf(' ', from) + 1, 0);
        int last = to == text.length() ? to : Math.max(text.lastIndexOf(' ', to), end);
        return (begin > 0 ? "… " : "")
                + text.substring(Math.min(begin, start), last)
                + (last < text.length() ? " …" : "");
    }
}
