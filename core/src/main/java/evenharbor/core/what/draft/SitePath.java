package evenharbor.core.what.draft;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The path of a file within a site: {@code /}-separated, relative, in Unicode form C, such as {@code img/moon.svg}. */
public final class SitePath {

    /** The longest name of a file or folder, in UTF-8 octets: what common file systems hold. */
    public static final int LONGEST_NAME = 255;

    /** The longest path, in UTF-8 octets. */
    public static final int LONGEST_PATH = 1024;

    private static final String WELL_KNOWN = ".well-known/";

    private SitePath() {}

    /** What came of reading a path. */
    public sealed interface Reading permits Clean, Refused {}

    /** A usable path, as it will be stored. */
    public record Clean(String path) implements Reading {}

    /** A path that is not taken in, and why. */
    public record Refused(IntakeProblem problem) implements Reading {}

    /**
     * Reads a path that came from a ZIP, a browser or a person. Backslashes become slashes; a leading {@code ./} and
     * doubled slashes go; nothing is resolved upwards.
     */
    public static Reading read(String raw) {
        String path = Normalizer.normalize(raw.replace('\\', '/'), Normalizer.Form.NFC);
        if (path.startsWith("/") || path.matches("^[A-Za-z]:.*")) {
            return refused(IntakeProblem.Kind.ABSOLUTE, raw);
        }
        List<String> names = new ArrayList<>();
        for (String name : path.split("/")) {
            if (name.isEmpty() || name.equals(".")) {
                continue;
            }
            if (name.equals("..")) {
                return refused(IntakeProblem.Kind.TRAVERSAL, raw);
            }
            if (name.chars().anyMatch(c -> c < 0x20 || c == 0x7f)) {
                return refused(IntakeProblem.Kind.CONTROL_CHARACTER, raw);
            }
            if (octets(name) > LONGEST_NAME) {
                return refused(IntakeProblem.Kind.NAME_TOO_LONG, raw);
            }
            names.add(name);
        }
        String clean = String.join("/", names);
        if (clean.isEmpty()) {
            return refused(IntakeProblem.Kind.NO_NAME, raw);
        }
        return octets(clean) > LONGEST_PATH ? refused(IntakeProblem.Kind.NAME_TOO_LONG, raw) : new Clean(clean);
    }

    /** Whether the path is a page: an HTML document. */
    public static boolean isPage(String path) {
        String lower = path.toLowerCase(Locale.ROOT);
        return lower.endsWith(".html") || lower.endsWith(".htm") || lower.endsWith(".xhtml");
    }

    /** The decoded path at which visitors ask for a file: a folder's page by its folder. */
    public static String requestPath(String file) {
        String path = "/" + file;
        return path.endsWith("/index.html") ? path.substring(0, path.length() - "index.html".length()) : path;
    }

    /** The folder a path lies in, with a slash at the end; empty for the top. */
    public static String folderOf(String path) {
        return path.substring(0, path.lastIndexOf('/') + 1);
    }

    /** The last name of a path. */
    public static String nameOf(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** The ending of the last name in lower case without its dot; empty when there is none. */
    public static String endingOf(String path) {
        String name = nameOf(path);
        int dot = name.lastIndexOf('.');
        return dot <= 0 ? "" : name.substring(dot + 1).toLowerCase(Locale.ROOT);
    }

    /** A key that is equal for two paths that some file system could not tell apart. */
    public static String sameEverywhere(String path) {
        return Normalizer.normalize(path, Normalizer.Form.NFKC)
                .toUpperCase(Locale.ROOT)
                .toLowerCase(Locale.ROOT);
    }

    /**
     * Whether a file or a folder above it is hidden by the dot before its name: settings, histories and secrets of
     * programs ({@code .git}, {@code .env}, {@code .htpasswd}), never pages. {@code .well-known} is there to be asked for
     * (RFC 8615).
     */
    public static boolean isHidden(String path) {
        String below = path.startsWith(WELL_KNOWN) ? path.substring(WELL_KNOWN.length()) : path;
        return below.startsWith(".") || below.contains("/.");
    }

    /** Files that systems and programs leave about and that are no part of a site. */
    public static boolean isLeftover(String path) {
        String name = nameOf(path);
        return isHidden(path)
                || name.equalsIgnoreCase("Thumbs.db")
                || name.equalsIgnoreCase("desktop.ini")
                || path.startsWith("__MACOSX/");
    }

    private static int octets(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    private static Refused refused(IntakeProblem.Kind kind, String raw) {
        return new Refused(new IntakeProblem(kind, raw));
    }
}
