package evenharbor.core.what.build;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
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

        /**
         * What the text of a file names: the reader's answer for its text.
         *
         * @param all whether what the file only leads to is wanted, too
         */
        List<Reference> references(FileEntry file, boolean all, Function<String, List<Reference>> reader);

        /**
         * The file that comes of an edit of another's text.
         *
         * @param key with the file's hash, all that the edit depends on
         */
        FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit);

        /** Told after each file how many are done. */
        default void done(int files) {}

        /** Does the same work for each of many pages, in any order, or several at once. */
        default void each(List<String> pages, Consumer<String> work) {
            pages.forEach(work);
        }
    }

    private static final String HTTP = "http://";

    private final Manifest source;
    private final Workshop workshop;
    private final boolean pins;
    private final BuildOptions options;
    private final Map<String, FileEntry> done = new ConcurrentHashMap<>();
    private final Set<String> underWay = new HashSet<>();

    /**
     * What a build is made for.
     *
     * @param base the path that the site is reached at, without a slash at its end; empty for a whole host name
     * @param secure what stands in URLs by plain HTTP for hosts of one's own that are secure, with what takes its place:
     *     {@code papermoon.example} or {@code papermoon.example:8080}, each in lower case
     */
    public record BuildOptions(String base, Map<String, String> secure) {

        /** For a whole host name, with no URL mended. */
        public static final BuildOptions PLAIN = new BuildOptions("", Map.of());

        /** Takes the hosts in order, so that manners that are alike are the same. */
        public BuildOptions {
            secure = Collections.unmodifiableMap(new TreeMap<>(secure));
        }
    }

    private Builder(Manifest source, boolean pins, BuildOptions options, Workshop workshop) {
        this.source = source;
        this.pins = pins;
        this.options = options;
        this.workshop = workshop;
    }

    /** The build of a version's files. */
    public static Manifest build(Manifest source, Settings settings, BuildOptions options, Workshop workshop) {
        if (!settings.pinned() && options.equals(BuildOptions.PLAIN)) {
            return source;
        }
        Builder builder = new Builder(source, settings.pinned(), options, workshop);
        List<String> pages = new ArrayList<>();
        // Pages name other files by content, and nothing names a page so: once the others are made, no page needs
        // another.
        source.files().forEach((path, file) -> {
            if (SitePath.isPage(path)) {
                pages.add(path);
            } else {
                builder.made(path, file);
            }
        });
        workshop.each(pages, path -> builder.made(path, source.files().get(path)));
        return Manifest.of(builder.done);
    }

    private FileEntry made(String path, FileEntry file) {
        FileEntry ready = done.get(path);
        if (ready != null) {
            return ready;
        }
        Function<String, List<Reference>> reader = readerFor(path, file);
        boolean page = SitePath.isPage(path);
        if (!page) {
            underWay.add(path);
        }
        FileEntry made = reader == null ? file : rewritten(path, file, workshop.references(file, leads(), reader));
        if (!page) {
            underWay.remove(path);
        }
        done.put(path, made);
        workshop.done(done.size());
        return made;
    }

    /** Whether anything is done to what pages only lead to; else there is no need to remember where it stands. */
    private boolean leads() {
        return !options.equals(BuildOptions.PLAIN);
    }

    private static List<Reference> loaded(List<Reference> all) {
        return all.stream().filter(Reference::loads).toList();
    }

    private Function<String, List<Reference>> readerFor(String path, FileEntry file) {
        if (!file.utf8()) {
            return null;
        }
        if (SitePath.isPage(path)) {
            return leads() ? HtmlReferences::in : html -> loaded(HtmlReferences.in(html));
        }
        return SitePath.endingOf(path).equals("css") ? css -> CssReferences.in(css, 0) : null;
    }

    private FileEntry rewritten(String path, FileEntry file, List<Reference> references) {
        Map<Reference, Edit> found = new HashMap<>();
        StringBuilder key = new StringBuilder(options.base());
        for (Reference reference : references) {
            String pin = pins && reference.loads() ? pin(path, reference) : "";
            Edit edit = new Edit(led(reference) ? options.base() : "", secured(reference), pin);
            if (!edit.equals(Edit.NONE)) {
                found.put(reference, edit);
                key.append(' ').append(reference.start()).append(edit.secured()).append(pin);
            }
        }
        return found.isEmpty() ? file : workshop.edited(file, key.toString(), text -> written(text, references, found));
    }

    /** What is done to a reference: what comes before it, what its scheme and host become, and its pin; each may be empty. */
    private record Edit(String base, String secured, String pin) {
        static final Edit NONE = new Edit("", "", "");
    }

    private boolean led(Reference reference) {
        return !options.base().isEmpty() && reference.fromTheTop();
    }

    /** The scheme and host in place of those of a URL by plain HTTP; empty for any other URL. */
    private String secured(Reference reference) {
        String host = options.secure().isEmpty() ? null : options.secure().get(plainAuthority(reference));
        return host == null ? "" : "https://" + host;
    }

    /** What stands between {@code http://} and the path; empty for any other URL. */
    private static String plainAuthority(Reference reference) {
        String url = reference.url();
        return url.regionMatches(true, 0, HTTP, 0, HTTP.length())
                ? url.substring(HTTP.length(), authorityEnd(url)).toLowerCase(Locale.ROOT)
                : "";
    }

    private static int authorityEnd(String url) {
        int end = HTTP.length();
        while (end < url.length() && "/?#".indexOf(url.charAt(end)) < 0) {
            end++;
        }
        return end;
    }

    private String pin(String path, Reference reference) {
        String target = reference.target(path).orElse("");
        FileEntry found = source.files().get(target);
        // Style sheets that import each other in a ring cannot name each other by content.
        return found != null && !SitePath.isPage(target) && !underWay.contains(target)
                ? Pin.of(made(target, found))
                : "";
    }

    private static String written(String text, List<Reference> references, Map<Reference, Edit> found) {
        StringBuilder out = new StringBuilder(text.length() + found.size() * 16);
        int from = 0;
        for (Reference reference : references) {
            Edit edit = found.get(reference);
            if (edit == null) {
                continue;
            }
            out.append(text, from, reference.start()).append(edit.base()).append(edit.secured());
            from = reference.start() + (edit.secured().isEmpty() ? 0 : authorityEnd(reference.url()));
            if (!edit.pin().isEmpty()) {
                int fragment = reference.url().indexOf('#');
                int at = fragment < 0 ? reference.end() : reference.start() + fragment;
                out.append(text, from, at).append("?v=").append(edit.pin());
                from = at;
            }
        }
        return out.append(text, from, text.length()).toString();
    }
}
