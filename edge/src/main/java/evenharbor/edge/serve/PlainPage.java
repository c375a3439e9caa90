package evenharbor.edge.serve;

import com.google.common.escape.Escaper;
import com.google.common.html.HtmlEscapers;
import evenharbor.core.what.live.Closure;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;

/** The harbor's own pages for visitors: short, without a word about who or what might have been there. */
enum PlainPage {
    NOTHING_HERE("Nothing here", "There is no site at this address. Check the address for a typo."),
    NO_SUCH_PAGE(
            "Page not found", "There is no page at this address of the site. <a href=\"/\">Go to its front page</a>."),
    GONE("Page gone", "This page was taken away for good. <a href=\"/\">Go to the front page</a>."),
    NOT_SERVED("Not available", "This page could not be read just now. Try again in a moment.");

    private static final Escaper ESCAPER = HtmlEscapers.htmlEscaper();

    private final byte[] html;

    PlainPage(String title, String sentence) {
        this.html = page(title, "<p>" + sentence + "</p>");
    }

    /** The notice of a site that is closed, in its owner's words. */
    static byte[] notice(Closure.Words words) {
        StringBuilder paragraphs = new StringBuilder();
        for (String paragraph : words.text().strip().split("\\R\\s*\\R")) {
            if (!paragraph.isBlank()) {
                paragraphs
                        .append("<p>")
                        .append(ESCAPER.escape(paragraph.strip()).replaceAll("\\R", "<br>"))
                        .append("</p>");
            }
        }
        return page(ESCAPER.escape(words.title().strip()), paragraphs.toString());
    }

    private static byte[] page(String title, String paragraphs) {
        return """
                <!doctype html>
                <html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
                <title>%1$s</title>
                <style>body{font:1.1rem/1.5 system-ui,sans-serif;max-width:34rem;margin:18vh auto;padding:0 1.5rem;\
                color:#10293d;background:#fbf8f0}h1{font-size:1.6rem}a{color:inherit}\
                @media(prefers-color-scheme:dark){body{color:#e9f0f0;background:#0c1c2a}}</style>
                <h1>%1$s</h1>%2$s</html>
                """.formatted(title, paragraphs).getBytes(StandardCharsets.UTF_8);
    }

    ByteBuffer bytes() {
        return ByteBuffer.wrap(html);
    }

    int size() {
        return html.length;
    }
}
