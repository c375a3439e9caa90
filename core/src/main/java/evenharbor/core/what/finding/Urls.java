package evenharbor.core.what.finding;

import java.nio.charset.StandardCharsets;

/** Writes paths as URLs. */
final class Urls {

    private static final String PLAIN = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~/!$&*+,;=@";

    private Urls() {}

    /** The relative reference from one path to another, each from the root (RFC 3986 section 4.2). */
    static String relative(String from, String to) {
        String folder = from.substring(0, from.lastIndexOf('/') + 1);
        int common = 0;
        for (int i = 0; i < Math.min(folder.length(), to.length()) && folder.charAt(i) == to.charAt(i); i++) {
            if (folder.charAt(i) == '/') {
                common = i + 1;
            }
        }
        long up = folder.substring(common).chars().filter(c -> c == '/').count();
        String down = to.substring(common);
        String path = "../".repeat((int) up) + down;
        if (path.isEmpty()) {
            return "./";
        }
        // A colon in the first segment would be taken for a scheme.
        int slash = path.indexOf('/');
        return path.substring(0, slash < 0 ? path.length() : slash).contains(":") ? "./" + path : path;
    }

    /**
     * With all but what may stand in a path percent-encoded (RFC 3986 section 3.3), and quotes and brackets too: they would end
     * the URL where it stands in quotes or in a style sheet.
     */
    static String encoded(String path) {
        StringBuilder out = null;
        for (int i = 0; i < path.length(); ) {
            int point = path.codePointAt(i);
            int next = i + Character.charCount(point);
            if (PLAIN.indexOf(point) < 0 && !(point == ':')) {
                if (out == null) {
                    out = new StringBuilder(path.substring(0, i));
                }
                for (byte b : path.substring(i, next).getBytes(StandardCharsets.UTF_8)) {
                    out.append(String.format("%%%02X", b & 0xff));
                }
            } else if (out != null) {
                out.appendCodePoint(point);
            }
            i = next;
        }
        return out == null ? path : out.toString();
    }
}
