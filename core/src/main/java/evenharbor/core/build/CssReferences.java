package evenharbor.core.build;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds what a style sheet loads: {@code url(…)} and {@code @import "…"} (CSS Syntax Level 3, section 4). */
final class CssReferences {

    /** Comments are matched first, so that what is commented out is passed over. */
    private static final Pattern TOKEN = Pattern.compile(
            "/\\*[^*]*\\*+(?:[^/*][^*]*\\*+)*/"
                    + "|url\\(\\s*(?:\"(?<dq>[^\"\\n\\\\]*)\"|'(?<sq>[^'\\n\\\\]*)'|(?<bare>[^\\s\"'()\\\\]+))\\s*\\)"
                    + "|@import\\s+(?:\"(?<idq>[^\"\\n\\\\]*)\"|'(?<isq>[^'\\n\\\\]*)')",
            Pattern.CASE_INSENSITIVE);

    private static final List<String> GROUPS = List.of("dq", "sq", "bare", "idq", "isq");

    private CssReferences() {}

    /** The references of a style sheet whose first character stands at {@code offset} of the whole text. */
    static List<Reference> in(String css, int offset) {
        List<Reference> found = new ArrayList<>();
        Matcher token = TOKEN.matcher(css);
        while (token.find()) {
            for (String group : GROUPS) {
                if (token.group(group) != null) {
                    found.add(new Reference(
                            offset + token.start(group), offset + token.end(group), token.group(group), true));
                }
            }
        }
        return found;
    }
}
