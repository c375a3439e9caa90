package evenharbor.core.what.build;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Function;

/** The files of a site that a page or style sheet loads, and those that they load in turn; pages are led to, not loaded. */
public final class LoadedFiles {

    private LoadedFiles() {}

    /**
     * The paths of the files that are loaded with one.
     *
     * @param text the text of a file; empty when it is none
     */
    public static SortedSet<String> of(Manifest site, String path, Function<FileEntry, Optional<String>> text) {
        SortedSet<String> loaded = new TreeSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(path));
        while (!open.isEmpty()) {
            String at = open.poll();
            references(at, site.at(at).flatMap(text).orElse("")).stream()
                    .filter(reference -> reference.loads() || reference.use() == Reference.Use.SCRIPT)
                    .flatMap(reference -> reference.target(at).stream())
                    .filter(target -> !target.equals(path)
                            && !SitePath.isPage(target)
                            && site.at(target).isPresent())
                    .filter(loaded::add)
                    .forEach(open::add);
        }
        return loaded;
    }

    private static List<Reference> references(String path, String text) {
        if (SitePath.isPage(path)) {
            return HtmlReferences.in(text);
        }
        return SitePath.endingOf(path).equals("css") ? CssReferences.in(text, 0) : List.of();
    }
}
