package evenharbor.app.common.web;

import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Paths of the API as the description names them: {@code /api/sites/{siteId}}. */
public final class ApiPath {

    private static final Pattern NAME = Pattern.compile("\\{([^}]+)}");

    private ApiPath() {}

    /** Which of some paths one that was asked for is: of several the one with the fewest names. */
    public static Optional<String> of(Collection<String> paths, String asked) {
        return paths.stream()
                .filter(path -> pattern(path).matcher(asked).matches())
                .min(Comparator.comparingLong(
                        path -> NAME.matcher(path).results().count()));
    }

    /** What stands for the names of a path in one that was asked for. */
    public static Map<String, String> values(String path, String asked) {
        Map<String, String> values = new LinkedHashMap<>();
        Matcher found = pattern(path).matcher(asked);
        if (found.matches()) {
            Matcher names = NAME.matcher(path);
            for (int i = 1; names.find(); i++) {
                values.put(names.group(1), found.group(i));
            }
        }
        return values;
    }

    private static Pattern pattern(String path) {
        StringBuilder pattern = new StringBuilder();
        Matcher names = NAME.matcher(path);
        int at = 0;
        while (names.find()) {
            pattern.append(Pattern.quote(path.substring(at, names.start()))).append("([^/]+)");
            at = names.end();
        }
        return Pattern.compile(pattern.append(Pattern.quote(path.substring(at))).toString());
    }
}
