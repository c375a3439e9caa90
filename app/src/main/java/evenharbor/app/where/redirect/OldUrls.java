package evenharbor.app.where.redirect;

import evenharbor.app.common.problem.Problem;
import java.util.List;
import org.jsoup.Jsoup;
import org.jsoup.parser.Parser;

/** A list of old URLs: one a line, or a sitemap. */
final class OldUrls {

    private static final int MOST = 5_000;

    private OldUrls() {}

    /** The URLs of a text, each once, in their order. */
    static List<String> of(String text) {
        String clean = text.strip().replaceFirst("^\uFEFF", "");
        List<String> urls = clean.startsWith("<")
                ? Jsoup.parse(clean, "", Parser.xmlParser()).select("loc").eachText()
                : clean.lines()
                        .map(String::strip)
                        .filter(line -> !line.isEmpty())
                        .toList();
        List<String> once = urls.stream().distinct().toList();
        if (once.isEmpty()) {
            throw Problem.field(
                    "text", "There is no URL in this. Paste one URL a line, or a sitemap with <loc> in it.");
        }
        if (once.size() > MOST) {
            throw Problem.field("text", "These are " + once.size() + " URLs. Import at most " + MOST + " at once.");
        }
        return once;
    }
}
