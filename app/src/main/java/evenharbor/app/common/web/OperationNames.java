package evenharbor.app.common.web;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** What operations of the API are called by programs: the method and the nouns of the path, one for each that is named. */
final class OperationNames {

    private static final int AFTER_API = 2;

    private OperationNames() {}

    /** The name of an operation, as {@code getSiteDraftText} for GET /api/sites/{siteId}/draft/text. */
    static String of(String method, String path) {
        List<String> parts = Arrays.stream(path.split("/")).skip(AFTER_API).toList();
        StringBuilder name = new StringBuilder(method.toLowerCase(Locale.ROOT));
        for (int i = 0; i < parts.size(); i++) {
            String part = parts.get(i);
            boolean one = i + 1 < parts.size() && parts.get(i + 1).startsWith("{");
            if (part.startsWith("{")) {
                continue;
            }
            name.append(camel(one ? singular(part) : part.equals("session") ? "this-session" : part));
            if (one && singular(part).equals(part)) {
                name.append("By").append(camel(parts.get(i + 1).replaceAll("[{}]", "")));
            }
        }
        return name.toString();
    }

    private static String camel(String part) {
        return Arrays.stream(part.split("[-.]"))
                .map(word -> Character.toUpperCase(word.charAt(0)) + word.substring(1))
                .collect(Collectors.joining());
    }

    private static String singular(String nouns) {
        if (nouns.endsWith("sses")) {
            return nouns.substring(0, nouns.length() - 2);
        }
        return nouns.equals("people") ? "person" : nouns.endsWith("s") ? nouns.substring(0, nouns.length() - 1) : nouns;
    }
}
