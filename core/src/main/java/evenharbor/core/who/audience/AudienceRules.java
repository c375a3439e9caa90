package evenharbor.core.who.audience;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Who is let in where on a site. A part is the whole site ({@code /}), a folder (with a slash at each end) or a page; of the
 * parts that a path lies in the longest counts, so that a folder of a closed site can be for everyone. One unchangeable
 * value.
 */
public final class AudienceRules {

    /** Everything is for everyone. */
    public static final AudienceRules OPEN = new AudienceRules(Map.of());

    private static final String WHOLE = "/";

    private final Map<String, Guard> parts;

    private AudienceRules(Map<String, Guard> parts) {
        this.parts = parts;
    }

    /**
     * The guard of each part, by its decoded path from the site's root. A page that visitors register on is there for who has
     * not registered, unless it is a part of its own.
     */
    public static AudienceRules of(Map<String, Guard> parts) {
        Map<String, Guard> all = new TreeMap<>(parts);
        parts.values().forEach(guard -> {
            if (guard.audience() instanceof Audience.Registered registered
                    && !registered.page().isEmpty()) {
                all.putIfAbsent(registered.page(), new Guard("form", 0, new Audience.Everyone()));
            }
        });
        return all.isEmpty() ? OPEN : new AudienceRules(all);
    }

    /** The pages of the site's own that visitors register on, as they are kept. */
    public Set<String> formPages() {
        Set<String> pages = new TreeSet<>();
        parts.values().forEach(guard -> {
            if (guard.audience() instanceof Audience.Registered registered
                    && !registered.page().isEmpty()) {
                pages.add(registered.page());
            }
        });
        return pages;
    }

    /** The same with some paths open to everyone that were for whoever registers; what is for others stays so. */
    public AudienceRules opening(Collection<String> paths) {
        Map<String, Guard> all = new TreeMap<>(parts);
        paths.stream()
                .filter(path -> at(path).filter(guard -> guard.audience() instanceof Audience.Registered)
                        .isPresent())
                .forEach(path -> all.put(path, new Guard("form", 0, new Audience.Everyone())));
        return new AudienceRules(all);
    }

    /** The parts that are not for everyone, in order. */
    public List<String> closedParts() {
        return parts.entrySet().stream()
                .filter(part -> !part.getValue().open())
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    /** Whether everything is for everyone. */
    public boolean allOpen() {
        return parts.values().stream().allMatch(Guard::open);
    }

    /**
     * Who is let in at a path; empty for everyone.
     *
     * @param path decoded path from the site's root, beginning with a slash; a folder's may lack the slash at its end
     */
    public Optional<Guard> at(String path) {
        if (parts.isEmpty()) {
            return Optional.empty();
        }
        Guard guard = parts.get(path);
        if (guard == null) {
            guard = parts.get(path + "/");
        }
        for (int slash = path.lastIndexOf('/'); guard == null && slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
            guard = parts.get(path.substring(0, slash + 1));
        }
        return Optional.ofNullable(guard == null ? parts.get(WHOLE) : guard).filter(found -> !found.open());
    }

    /** A part as it is kept, of what a person typed; empty when it is no path. */
    public static Optional<String> part(String typed) {
        // The front page of a folder is shown at the folder: who closes the one means the other.
        return path(typed).map(path -> path.replaceFirst("/index\\.html?$", "/"));
    }

    /** A decoded path from the site's root, of what a person typed or pasted; empty when it is none. */
    public static Optional<String> path(String typed) {
        String path = typed.strip();
        if (path.isEmpty() || path.indexOf('?') >= 0 || path.indexOf('#') >= 0 || path.contains("://")) {
            return Optional.empty();
        }
        String from = (path.startsWith("/") ? path : "/" + path).replaceAll("/{2,}", "/");
        String plain = Normalizer.normalize(decoded(from), Normalizer.Form.NFC);
        boolean dotted = Arrays.stream(plain.split("/")).anyMatch(each -> each.equals(".") || each.equals(".."));
        return dotted ? Optional.empty() : Optional.of(plain);
    }

    /**
     * The page that visitors register on for a part, as it is kept. It is open to everyone, so it must not hold the part.
     *
     * @param part as it is kept
     * @param typed by a person; empty for the harbor's own page
     * @return empty when it is no path, or holds the part
     */
    public static Optional<String> formPage(String part, String typed) {
        return typed.isBlank()
                ? Optional.of("")
                : part(typed).filter(page -> !(page.endsWith("/") ? part.startsWith(page) : part.equals(page)));
    }

    /** As requests are compared: a path that was pasted from a browser's line is encoded. */
    private static String decoded(String path) {
        try {
            // URLDecoder reads a form: a plus sign would become a space.
            return URLDecoder.decode(path.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return path;
        }
    }
}
