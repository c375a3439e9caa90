package evenharbor.core.what.build;

import com.google.common.hash.Hashing;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import org.jsoup.nodes.Document;
import org.jsoup.parser.Parser;

/**
 * Makes the files that visitors get from the files of a version. When the settings say so, pages and style sheets name
 * what they load by content ({@code style.css?v=3f9a…}), so that a page always meets the assets it was made with, and
 * visitors may keep those for good. For a path under a host name, URLs that begin at the top of the site are led under
 * that path. Pure but for the workshop: same input, same bytes.
 */
public final class Builder {

    /** Where texts are read and kept. An implementation may remember: answers depend on their arguments alone. */
    public interface Workshop {

        /**
         * What the text of a file names and says: the reader's answer for its text.
         *
         * @param kind differs where the reader does
         */
        Reading reading(FileEntry file, String kind, Function<String, Reading> reader);

        /**
         * The file that comes of an edit of another's text.
         *
         * @param key with the file's hash, all that the edit depends on
         */
        FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit);

        /** The bytes of a file. */
        byte[] bytes(FileEntry file);

        /**
         * A file that is made.
         *
         * @param key all that its bytes depend on
         * @param utf8 whether it is text
         */
        FileEntry made(String key, String mediaType, boolean utf8, Supplier<byte[]> bytes);

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
    private final Optional<Dressing> dressing;
    private final Map<String, FileEntry> done = new ConcurrentHashMap<>();
    private final Map<String, Head> headOf = new ConcurrentHashMap<>();
    private final Set<String> underWay = new HashSet<>();

    /**
     * What a build is made for.
     *
     * @param base the path that the site is reached at, without a slash at its end; empty for a whole host name
     * @param secure what stands in URLs by plain HTTP for hosts of one's own that are secure, with what takes its place:
     *     {@code papermoon.example} or {@code papermoon.example:8080}, each in lower case
     * @param reach where visitors reach it, as far as pages say so
     */
    public record BuildOptions(String base, Map<String, String> secure, Reach reach) {

        /** For a preview at a whole host name. */
        public static final BuildOptions PLAIN = new BuildOptions("", Map.of(), Reach.PREVIEW);

        /** Takes the hosts in order, so that manners that are alike are the same. */
        public BuildOptions {
            secure = Collections.unmodifiableMap(new TreeMap<>(secure));
        }

        /** Whether references need no change but for pins. */
        private boolean plain() {
            return base.isEmpty() && secure.isEmpty();
        }
    }

    private Builder(
            Manifest source, boolean pins, BuildOptions options, Optional<Dressing> dressing, Workshop workshop) {
        this.source = source;
        this.pins = pins;
        this.options = options;
        this.dressing = dressing;
        this.workshop = workshop;
    }

    /** The build of a version's files. What is set about them lies among them, and is no part of the build. */
    public static Manifest build(Manifest draft, Settings settings, BuildOptions options, Workshop workshop) {
        Additions additions = SettingsFile.in(draft)
                .map(file -> SettingsFile.read(new String(workshop.bytes(file), StandardCharsets.UTF_8)))
                .orElse(Additions.NONE);
        Manifest source = SettingsFile.without(draft);
        if (!settings.pinned() && options.plain() && additions.none()) {
            return source;
        }
        MadeFiles made = new MadeFiles(source, additions, options, workshop);
        SiteIcons icons = new SiteIcons(source, additions, options, workshop);
        List<Linked> linked = new ArrayList<>(icons.linked());
        linked.addAll(made.linked());
        Optional<Dressing> dressing = additions.none()
                ? Optional.empty()
                : Optional.of(new Dressing(source, additions, options, settings.pinned(), linked));
        Builder builder = new Builder(source, settings.pinned(), options, dressing, workshop);
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
        icons.files().forEach(builder.done::putIfAbsent);
        made.files(builder.headOf).forEach(builder.done::putIfAbsent);
        return Manifest.of(builder.done);
    }

    /**
     * The paths that a build adds to a site, with what is set about it, once the site is at a host of its own.
     *
     * @param drawable whether icons can be made of a picture, see {@link #drawable}
     */
    public static Set<String> adds(Manifest site, Additions additions, Predicate<FileEntry> drawable) {
        Set<String> paths = SiteIcons.paths(site, additions, drawable);
        paths.addAll(MadeFiles.paths(additions));
        return paths;
    }

    /** Whether icons can be made of a picture. */
    public static boolean drawable(FileEntry picture, byte[] bytes) {
        return SiteIcons.drawable(picture, bytes);
    }

    private FileEntry made(String path, FileEntry file) {
        FileEntry ready = done.get(path);
        if (ready != null) {
            return ready;
        }
        boolean page = SitePath.isPage(path);
        if (!page) {
            underWay.add(path);
        }
        FileEntry made = reads(path, file) ? rewritten(path, file) : file;
        if (!page) {
            underWay.remove(path);
        }
        done.put(path, made);
        workshop.done(done.size());
        return made;
    }

    private static boolean reads(String path, FileEntry file) {
        // A page in another encoding says so itself: its tags are read all the same.
        return SitePath.isPage(path) || file.utf8() && SitePath.endingOf(path).equals("css");
    }

    /** Whether anything is done to what pages only lead to; else there is no need to remember where it stands. */
    private boolean leads() {
        return !options.plain();
    }

    private static List<Reference> loaded(List<Reference> all) {
        return all.stream().filter(Reference::loads).toList();
    }

    private Reading read(String path, String text) {
        if (!SitePath.isPage(path)) {
            return new Reading(CssReferences.in(text, 0), Head.NONE);
        }
        Document page = Parser.htmlParser().setTrackPosition(true).parseInput(Shell.parsed(text), "");
        List<Reference> all = HtmlReferences.in(text, page);
        return new Reading(leads() ? all : loaded(all), dressing.isPresent() ? HeadReader.read(text, page) : Head.NONE);
    }

    private FileEntry rewritten(String path, FileEntry file) {
        String kind =
                SitePath.isPage(path) ? (leads() ? "all" : "loaded") + (dressing.isPresent() ? " head" : "") : "sheet";
        Reading reading = workshop.reading(file, kind, text -> read(path, text));
        List<TextEdit> edits = new ArrayList<>();
        for (Reference reference : reading.references()) {
            String pin = pins && reference.loads() ? pin(path, reference) : "";
            Edit edit = new Edit(led(reference) ? options.base() : "", secured(reference), pin);
            if (!edit.equals(Edit.NONE)) {
                addTo(edits, reference, edit);
            }
        }
        if (SitePath.isPage(path)) {
            headOf.put(path, reading.head());
            dressing.ifPresent(dress -> edits.addAll(dress.edits(path, file, reading.head())));
        }
        return edits.isEmpty() ? file : workshop.edited(file, key(edits), text -> TextEdit.applied(text, edits));
    }

    private static String key(List<TextEdit> edits) {
        StringBuilder key = new StringBuilder();
        edits.forEach(edit -> key.append(edit.start())
                .append(' ')
                .append(edit.end())
                .append(' ')
                .append(edit.text())
                .append('\n'));
        return Hashing.sha256().hashString(key, StandardCharsets.UTF_8).toString();
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

    private static void addTo(List<TextEdit> edits, Reference reference, Edit edit) {
        int start = reference.start();
        if (!edit.base().isEmpty() || !edit.secured().isEmpty()) {
            int behind = edit.secured().isEmpty() ? start : start + authorityEnd(reference.url());
            edits.add(new TextEdit(start, behind, edit.base() + edit.secured()));
        }
        if (!edit.pin().isEmpty()) {
            int fragment = reference.url().indexOf('#');
            int at = fragment < 0 ? reference.end() : start + fragment;
            edits.add(new TextEdit(at, at, "?v=" + edit.pin()));
        }
    }
}
