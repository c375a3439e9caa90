package evenharbor.core.where.redirect;

import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Carries rules of a folder out as mod_rewrite does, as far as ours go: one request without a query, one pass. */
final class FolderServer {

    private static final Pattern RULE = Pattern.compile("RewriteRule \"(.*)\" (?:\"((?:[^\"])*)\"|-) \\[(.*)]");

    private FolderServer() {}

    /** Where a request is led, decoded; {@link RuleWorld#GONE} where nothing is any more; empty when no rule applies. */
    static Optional<String> answer(String file, String path, Set<String> pages) {
        boolean holds = true;
        for (String line : file.lines().toList()) {
            if (line.startsWith("RewriteCond %{REQUEST_FILENAME}")) {
                holds &= pages.contains(path);
            } else if (line.startsWith("RewriteCond %{QUERY_STRING}")) {
                holds = false;
            }
            Matcher rule = RULE.matcher(line);
            if (rule.matches()) {
                String flags = "," + rule.group(3) + ",";
                Matcher found = Pattern.compile(rule.group(1), flags.contains(",NC,") ? Pattern.CASE_INSENSITIVE : 0)
                        .matcher(path.substring(1));
                if (holds && found.find()) {
                    if (flags.contains(",G,")) {
                        return Optional.of(RuleWorld.GONE);
                    }
                    if (rule.group(2) == null) {
                        return Optional.empty();
                    }
                    String to = Pattern.compile("(?<!\\\\)\\$(\\d)")
                            .matcher(rule.group(2))
                            .replaceAll(part -> {
                                String value = found.group(Integer.parseInt(part.group(1)));
                                return Matcher.quoteReplacement(value == null ? "" : value);
                            })
                            .replaceAll("\\\\([%$])", "$1");
                    return Optional.of(flags.contains(",NE,") ? Target.decoded(to) : to);
                }
                holds = true;
            }
        }
        return Optional.empty();
    }
}
