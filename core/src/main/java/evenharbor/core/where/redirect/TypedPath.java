package evenharbor.core.where.redirect;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** Paths and URLs as people type or paste them. */
final class TypedPath {

    /** A URL: its scheme with the colon, its authority, and what follows. */
    static final Pattern URL = Pattern.compile("(?i)(https?:)?//([^/?#]*)(.*)", Pattern.DOTALL);

    /** Any other scheme; a number behind a name is a port. */
    static final Pattern SCHEME = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:(?!\\d).*", Pattern.DOTALL);

    /** A percent sign that escapes nothing. */
    static final Pattern ESCAPE = Pattern.compile("%(?![0-9A-Fa-f]{2})");

    private static final int LONGEST_PATH = 1000;

    private TypedPath() {}

    /** The host name of an authority, in lower case, without name, port and the dot at its end. */
    static String hostOf(String authority) {
        return authority
                .replaceFirst("^.*@", "")
                .replaceFirst(":\\d*$", "")
                .replaceFirst("\\.$", "")
                .toLowerCase(Locale.ROOT);
    }

    /** A decoded path, without doubled slashes, dots and control characters. */
    static Optional<String> clean(String typed, String field, ReadingNotes notes) {
        String decoded;
        try {
            decoded = ESCAPE.matcher(typed).find() ? typed : Target.decoded(typed);
        } catch (IllegalArgumentException e) {
            decoded = typed;
        }
        decoded = Normalizer.normalize(decoded.replace('\\', '/'), Normalizer.Form.NFC);
        if (decoded.chars().anyMatch(c -> c < 0x20 || c == 0x7f || c == 0xFFFD)) {
            notes.fault(field, "This path holds characters that no page's name can hold. Type it anew.");
            return Optional.empty();
        }
        List<String> names = new ArrayList<>();
        String[] all = decoded.split("/", -1);
        for (String name : all) {
            if (name.equals("..") && !names.isEmpty()) {
                names.remove(names.size() - 1);
            } else if (!name.isEmpty() && !name.equals(".") && !name.equals("..")) {
                names.add(name.strip());
            }
        }
        String last = all[all.length - 1];
        boolean folder = last.isEmpty() || last.equals(".") || last.equals("..");
        String path = "/" + String.join("/", names) + (folder && !names.isEmpty() ? "/" : "");
        if (path.length() > LONGEST_PATH) {
            notes.fault(field, "This path is too long: at most " + LONGEST_PATH + " characters.");
            return Optional.empty();
        }
        if (!path.equals(decoded)) {
            notes.cleaned("“" + decoded + "” was read as " + path + ".");
        }
        return Optional.of(path);
    }
}
