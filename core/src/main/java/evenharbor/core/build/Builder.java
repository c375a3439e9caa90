package evenharbor.core.build;

import evenharbor.core.draft.SitePath;
import evenharbor.core.site.Settings;
import evenharbor.core.version.FileEntry;
import evenharbor.core.version.Manifest;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * Makes the files that visitors get from the files of a version. When the settings say so, pages and style sheets name
 * what they load by content ({@code style.css?v=3f9a…}), so that a page always meets the assets it was made with, and
 * visitors may keep those for good. For a path under a host name, URLs that begin at the top of the site are led under
 * that path. Pure but for the workshop: same input, same bytes.
 */
public final class Builder {

    /** Where texts are read and kept. An implementation may remember: both answers depend on their arguments alone. */
    public interface Workshop {

        /** What the text of a file loads: the reader's answer for its text. */
        List<Reference> references(FileEntry file, Function<String, List<Reference>> reader);

        /**
         * The file that comes of an edit of another's text.
         *
         * @param key with the file's hash, all that the edit depends on
         */
        FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit);
    }

    private final Manifest source;
    private final Workshop workshop;
    private final boolean pins;
    private final String base;
    private final Map<String, FileEntry> done = new HashMap<>();
    private final Set<String> underWay = new HashSet<>();

    private Builder(Manifest source, boolean pins, String base, Workshop workshop) {
        this.source = source;
        this.pins = pins;
        this.base = base;
        this.workshop = workshop;
    }

    /**
     * The build of a version's files.
     *
     * @param base the path that the site is reached at, without a slash at its end; empty for a whole host name
     */
    public static Manifest build(Manifest source, Settings settings, String base, Workshop workshop) {
        if (!settings.pinned() && base.isEmpty()) {
            return source;
        }
        Builder builder = new Builder(source, settings.pinned(), base, workshop);
        source.files().forEach(builder::made);
        return Manifest.of(builder.done);
    }

    private FileEntry made(String path, FileEntry file) {
        FileEntry ready = done.get(path);
        if (ready != null) {
            return ready;
        }
        Function<String, List<Reference>> reader = readerFor(path, file);
        underWay.add(path);
        FileEntry made = reader == null ? file : rewritten(path, file, workshop.references(file, reader));
        underWay.remove(path);
        done.put(path, made);
        return made;
    }

    private static Function<String, List<Reference>> readerFor(String path, FileEntry file) {
        if (!file.utf8()) {
            return null;
        }
        if (SitePath.isPage(path)) {
            return HtmlReferences::in;
        }
        return SitePath.endingOf(path).equals("css") ? css -> CssReferences.in(css, 0) : null;
    }

    private FileEntry rewritten(String path, FileEntry file, List<Reference> references) {
        Map<Reference, String> found = new HashMap<>();
        StringBuilder key = new StringBuilder(base);
        for (Reference reference : references) {
            String pin = pins && reference.loads() ? pin(path, reference) : "";
            if (!pin.isEmpty() || led(reference)) {
                found.put(reference, pin);
                key.append(' ').append(reference.start()).append(pin);
            }
        }
        return found.isEmpty() ? file : workshop.edited(file, key.toString(), text -> written(text, references, found));
    }

    private boolean led(Reference reference) {
        return !base.isEmpty() && reference.fromTheTop();
    }

    private String pin(String path, Reference reference) {
        String target = reference.target(path).orElse("");
        FileEntry found = source.files().get(target);
        // Style sheets that import each other in a ring cannot name each other by content.
        return found != null && !SitePath.isPage(target) && !underWay.contains(target)
                ? Pin.of(made(target, found))
                : "";
    }

    private String written(String text, List<Reference> references, Map<Reference, String> found) {
        StringBuilder out = new StringBuilder(text.length() + found.size() * 16);
        int from = 0;
        for (Reference reference : references) {
            String pin = found.get(reference);
            if (pin == null) {
                continue;
            }
            out.append(text, from, reference.start());
            from = reference.start();
            if (led(reference)) {
                out.append(base);
            }
            if (!pin.isEmpty()) {
                int fragment = reference.url().indexOf('#');
                int at = fragment < 0 ? reference.end() : reference.start() + fragment;
                out.append(text, from, at).append("?v=").append(pin);
                from = at;
            }
        }
        return out.append(text, from, text.length()).toString();
    }
}
