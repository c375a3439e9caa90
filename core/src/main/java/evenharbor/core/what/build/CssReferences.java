package evenharbor.core.what.build;

import evenharbor.core.what.build.CssTokens.Kind;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Finds what a style sheet loads: {@code url(…)}, {@code @import "…"} and the pictures of {@code image-set(…)}. A URL with
 * an escape in it is passed over: it stays as it is written.
 */
public final class CssReferences {

    /** Functions whose strings are URLs (CSS Images Level 4, section 2.4), besides {@code url}. */
    private static final Set<String> OF_URLS = Set.of("url", "src", "image-set", "-webkit-image-set");

    private final String css;
    private final int offset;
    private final CssTokens tokens;
    private final List<Reference> found = new ArrayList<>();

    /** The functions that are open, the innermost first. */
    private final Deque<String> functions = new ArrayDeque<>();

    /** The rule that is being read: the name of its at-keyword; empty in any other. */
    private String rule = "";

    private int depth;

    /** How deep the block of fonts lies; -1 outside of one. */
    private int fonts = -1;

    private CssReferences(String css, int offset) {
        this.css = css;
        this.offset = offset;
        this.tokens = new CssTokens(css);
    }

    /** The references of a style sheet whose first character stands at {@code offset} of the whole text. */
    public static List<Reference> in(String css, int offset) {
        return new CssReferences(css, offset).read();
    }

    private List<Reference> read() {
        for (Kind kind = tokens.next(); kind != Kind.END; kind = tokens.next()) {
            switch (kind) {
                case AT_KEYWORD -> rule = tokens.name().toLowerCase(Locale.ROOT);
                case FUNCTION -> functions.push(tokens.name().toLowerCase(Locale.ROOT));
                case STRING -> string();
                case URL -> reference();
                default -> sign(tokens.name());
            }
        }
        return found;
    }

    private void sign(String sign) {
        switch (sign) {
            case "(" -> functions.push("");
            case ")" -> functions.poll();
            case "{" -> {
                if (rule.equals("font-face") && fonts < 0) {
                    fonts = depth;
                }
                depth++;
                rule = "";
                functions.clear();
            }
            case "}" -> {
                depth = Math.max(0, depth - 1);
                fonts = fonts >= depth ? -1 : fonts;
                rule = "";
                functions.clear();
            }
            case ";" -> rule = "";
            default -> {
                // Nothing that leads anywhere.
            }
        }
    }

    private void string() {
        if (functions.isEmpty() ? rule.equals("import") : OF_URLS.contains(functions.peek())) {
            reference();
        }
    }

    private void reference() {
        String url = css.substring(tokens.start(), tokens.end());
        // The name of a namespace is loaded by nobody.
        if (!rule.equals("namespace") && url.indexOf('\\') < 0 && !url.isEmpty()) {
            found.add(new Reference(offset + tokens.start(), offset + tokens.end(), url, true, use()));
        }
        // Of an import the first URL counts: what follows are its conditions.
        rule = rule.equals("import") ? "" : rule;
    }

    private Reference.Use use() {
        if (rule.equals("import")) {
            return Reference.Use.STYLE;
        }
        return fonts >= 0 ? Reference.Use.FONT : Reference.Use.PICTURE;
    }
}
