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
 * visitors may keep those for good. Pure but for the workshop: same input, same bytes.
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
    private final Map<String, FileEntry> done = new HashMap<>();
    private final Set<String> underWay = new HashSet<>();

    private Builder(Manifest source, Workshop workshop) {
        this.source = source;
        this.workshop = workshop;
    }

    /** The build of a version's files for this harbor. */
    public static Manifest build(Manifest source, Settings settings, Workshop workshop) {
        if (!settings.pinned()) {
            return source;
        }
        Builder builder = new Builder(source, workshop);
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
        FileEntry made = reader == null ? file : pinned(path, file, workshop.references(file, reader));
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

    private FileEntry pinned(String path, FileEntry file, List<Reference> references) {
        Map<Reference, String> pins = new HashMap<>();
        StringBuilder key = new StringBuilder();
        for (Reference reference : references) {
            String target = reference.target(path).orElse("");
            FileEntry found = source.files().get(target);
            // Style sheets that import each other in a ring cannot name each other by content.
            if (found != null && !SitePath.isPage(target) && !underWay.contains(target)) {
                String pin = Pin.of(made(target, found));
                pins.put(reference, pin);
                key.append(reference.start()).append(pin).append(' ');
            }
        }
        return pins.isEmpty() ? file : workshop.edited(file, key.toString(), text -> written(text, references, pins));
    }

    private static String written(String text, List<Reference> references, Map<Reference, String> pins) {
        StringBuilder out = new StringBuilder(text.length() + pins.size() * 16);
        int from = 0;
        for (Reference reference : references) {
            String pin = pins.get(reference);
            if (pin != null) {
                int fragment = reference.url().indexOf('#');
                int at = fragment < 0 ? reference.end() : reference.start() + fragment;
                out.append(text, from, at).append("?v=").append(pin);
                from = at;
            }
        }
        return out.append(text, from, text.length()).toString();
    }
}
