package evenharbor.core.what.build;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds what a style sheet loads: {@code url(…)} and {@code @import "…"} (CSS Syntax Level 3, section 4). */
final class CssReferences {

    /** Comments are matched first, so that what is commented out is passed over. */
    private static final Pattern TOKEN = Pattern.compile(
            "/\\*[^*]*\\*+(?:[^/*][^*]*\\*+)*/"
                    + "|(?<font>@font-face\\b)"
                    + "|@import\\s+url\\(\\s*(?:\"(?<udq>[^\"\\n\\\\]*)\"|'(?<usq>[^'\\n\\\\]*)'|(?<ubare>[^\\s\"'()\\\\]+))\\s*\\)"
                    + "|url\\(\\s*(?:\"(?<dq>[^\"\\n\\\\]*)\"|'(?<sq>[^'\\n\\\\]*)'|(?<bare>[^\\s\"'()\\\\]+))\\s*\\)"
                    + "|@import\\s+(?:\"(?<idq>[^\"\\n\\\\]*)\"|'(?<isq>[^'\\n\\\\]*)')",
            Pattern.CASE_INSENSITIVE);

    private static final List<String> GROUPS = List.of("dq", "sq", "bare", "udq", "usq", "ubare", "idq", "isq");

    private CssReferences() {}

    /** The references of a style sheet whose first character stands at {@code offset} of the whole text. */
    static List<Reference> in(String css, int offset) {
        List<Reference> found = new ArrayList<>();
        Matcher token = TOKEN.matcher(css);
        // A block of fonts ends where its brace closes: it holds no other.
        int fontsUntil = 0;
        while (token.find()) {
            if (token.group("font") != null) {
                int close = css.indexOf('}', token.end());
                fontsUntil = close < 0 ? css.length() : close;
            }
            for (String group : GROUPS) {
                if (token.group(group) != null) {
                    found.add(new Reference(
                            offset + token.start(group),
                            offset + token.end(group),
                            token.group(group),
                            true,
                            use(token, token.start() < fontsUntil)));
                }
            }
        }
        return found;
    }

    private static Reference.Use use(Matcher token, boolean inFonts) {
        if (token.group().regionMatches(true, 0, "@import", 0, 7)) {
            return Reference.Use.STYLE;
        }
        return inFonts ? Reference.Use.FONT : Reference.Use.PICTURE;
    }
}
