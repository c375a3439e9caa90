package evenharbor.core.what.live;

import java.util.Optional;
import java.util.Set;

/**
 * How a site is to be closed, before its notice is looked up.
 *
 * @param paths request paths to close: a folder with a slash at its end, else a page; empty for the whole site
 * @param kind what visitors get
 * @param title heading of the notice, for words
 * @param text the notice, for words
 * @param target path of the site's page, or where visitors are sent
 */
public record Closing(Set<String> paths, Kind kind, String title, String text, String target) {

    /** What visitors get. */
    public enum Kind {
        WORDS,
        PAGE,
        ELSEWHERE
    }

    private static final int LONGEST_TITLE = 120;
    private static final int LONGEST_TEXT = 4_000;
    private static final int MOST_PATHS = 50;

    /** Whether the whole site is closed. */
    public boolean whole() {
        return paths.isEmpty();
    }

    /** Why it cannot be so, for a person; empty when it can. */
    public Optional<String> fault() {
        if (paths.size() > MOST_PATHS) {
            return Optional.of("Close at most " + MOST_PATHS + " paths at a time, or the whole site.");
        }
        if (paths.stream().anyMatch(path -> !path.startsWith("/") || path.equals("/"))) {
            return Optional.of("A path begins with a slash, such as /shop/. Without paths the whole site is closed.");
        }
        return switch (kind) {
            case WORDS ->
                title.isBlank() || title.length() > LONGEST_TITLE || text.length() > LONGEST_TEXT
                        ? Optional.of("Give the notice a heading of at most " + LONGEST_TITLE
                                + " characters, and a text of at most " + LONGEST_TEXT + ".")
                        : Optional.empty();
            case PAGE -> target.isBlank() ? Optional.of("Choose the page that visitors get.") : Optional.empty();
            case ELSEWHERE -> elsewhereFault();
        };
    }

    private Optional<String> elsewhereFault() {
        if (target.startsWith("/") && !target.startsWith("//")) {
            return whole() || !new Closure(paths, new Closure.Elsewhere(""), Optional.empty()).covers(target, false)
                    ? Optional.empty()
                    : Optional.of("This page would be closed, too. Choose another, or a URL.");
        }
        return target.matches("https?://[^\\s]+")
                ? Optional.empty()
                : Optional.of("Type a path of this site, such as /news/, or a URL that begins with http.");
    }
}
