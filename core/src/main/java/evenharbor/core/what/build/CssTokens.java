package evenharbor.core.what.build;

/**
 * Reads a style sheet token by token, from front to back, each character once (CSS Syntax Level 3, section 4). Numbers and
 * most signs are of no interest here and come as {@link Kind#OTHER}.
 */
final class CssTokens {

    /** What a token is. */
    enum Kind {
        END,
        /** {@code @name}. */
        AT_KEYWORD,
        /** {@code name(}, but for an unquoted URL. */
        FUNCTION,
        STRING,
        /** An unquoted URL. */
        URL,
        /** A string or URL that breaks off, or holds what it may not. */
        BAD,
        IDENTIFIER,
        OTHER
    }

    private final String css;
    private int at;
    private int start;
    private int end;
    private String name = "";

    CssTokens(String css) {
        this.css = css;
    }

    /** Where the value of the last string or URL begins: behind its quote or parenthesis. */
    int start() {
        return start;
    }

    /** Where it ends. */
    int end() {
        return end;
    }

    /** The name of the last keyword, function or identifier; the sign itself for a single sign. */
    String name() {
        return name;
    }

    /** The next token that is neither white space nor a comment. */
    Kind next() {
        name = "";
        skipSpaceAndComments();
        if (at >= css.length()) {
            return Kind.END;
        }
        char c = css.charAt(at);
        if (c == '"' || c == '\'') {
            return string(c);
        }
        if (c == '@' && startsName(at + 1)) {
            at++;
            name = consumeName();
            return Kind.AT_KEYWORD;
        }
        if (startsName(at)) {
            return nameLike();
        }
        if (c >= '0' && c <= '9' || c == '#') {
            at++;
            consumeName();
            return Kind.OTHER;
        }
        at++;
        name = String.valueOf(c);
        return Kind.OTHER;
    }

    private void skipSpaceAndComments() {
        while (at < css.length()) {
            if (css.startsWith("/*", at)) {
                int close = css.indexOf("*/", at + 2);
                at = close < 0 ? css.length() : close + 2;
            } else if (isSpace(css.charAt(at))) {
                at++;
            } else {
                return;
            }
        }
    }

    /** Section 4.3.5. */
    private Kind string(char quote) {
        start = ++at;
        while (at < css.length()) {
            char c = css.charAt(at);
            if (c == quote) {
                end = at++;
                return Kind.STRING;
            }
            if (isNewline(c)) {
                return Kind.BAD;
            }
            at += c == '\\' ? 2 : 1;
        }
        at = css.length();
        end = at;
        return Kind.STRING;
    }

    /** Section 4.3.4. */
    private Kind nameLike() {
        name = consumeName();
        if (at >= css.length() || css.charAt(at) != '(') {
            return Kind.IDENTIFIER;
        }
        at++;
        if (!name.equalsIgnoreCase("url")) {
            return Kind.FUNCTION;
        }
        int value = at;
        while (value < css.length() && isSpace(css.charAt(value))) {
            value++;
        }
        if (value < css.length() && (css.charAt(value) == '"' || css.charAt(value) == '\'')) {
            return Kind.FUNCTION;
        }
        at = value;
        return url();
    }

    /** Section 4.3.6. */
    private Kind url() {
        start = at;
        while (at < css.length()) {
            char c = css.charAt(at);
            if (c == ')') {
                end = at++;
                return Kind.URL;
            }
            if (isSpace(c)) {
                end = at;
                while (at < css.length() && isSpace(css.charAt(at))) {
                    at++;
                }
                if (at >= css.length() || css.charAt(at) == ')') {
                    at++;
                    return Kind.URL;
                }
                return badUrl();
            }
            if (c == '"' || c == '\'' || c == '(' || c < ' ' || c == 0x7f) {
                return badUrl();
            }
            at += c == '\\' ? 2 : 1;
        }
        at = css.length();
        end = at;
        return Kind.URL;
    }

    /** Section 4.3.14. */
    private Kind badUrl() {
        while (at < css.length() && css.charAt(at) != ')') {
            at += css.charAt(at) == '\\' ? 2 : 1;
        }
        at++;
        return Kind.BAD;
    }

    /** Section 4.3.9, for what begins here. */
    private boolean startsName(int from) {
        if (from >= css.length()) {
            return false;
        }
        char c = css.charAt(from);
        if (c == '-') {
            return from + 1 < css.length()
                    && (css.charAt(from + 1) == '-' || isNameStart(css.charAt(from + 1)) || isEscape(from + 1));
        }
        return isNameStart(c) || isEscape(from);
    }

    /** Section 4.3.11. */
    private String consumeName() {
        StringBuilder read = new StringBuilder();
        while (at < css.length()) {
            char c = css.charAt(at);
            if (isNameStart(c) || c == '-' || c >= '0' && c <= '9') {
                read.append(c);
                at++;
            } else if (isEscape(at)) {
                at++;
                read.appendCodePoint(escaped());
            } else {
                break;
            }
        }
        return read.toString();
    }

    /** Section 4.3.7. */
    private int escaped() {
        int from = at;
        while (at < css.length() && at - from < 6 && Character.digit(css.charAt(at), 16) >= 0) {
            at++;
        }
        if (at == from) {
            int point = at < css.length() ? css.codePointAt(at) : 0xFFFD;
            at += Character.charCount(point);
            return point;
        }
        int point = Integer.parseInt(css.substring(from, at), 16);
        if (at < css.length() && isSpace(css.charAt(at))) {
            at++;
        }
        return point == 0 || point > Character.MAX_CODE_POINT || point >= 0xD800 && point <= 0xDFFF ? 0xFFFD : point;
    }

    private boolean isEscape(int from) {
        return from + 1 < css.length() && css.charAt(from) == '\\' && !isNewline(css.charAt(from + 1));
    }

    private static boolean isNameStart(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_' || c >= 0x80;
    }

    private static boolean isNewline(char c) {
        return c == '\n' || c == '\r' || c == '\f';
    }

    private static boolean isSpace(char c) {
        return c == ' ' || c == '\t' || isNewline(c);
    }
}
