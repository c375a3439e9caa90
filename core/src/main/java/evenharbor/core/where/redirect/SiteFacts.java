package evenharbor.core.where.redirect;

import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.visit.LikelyPages;
import java.util.Collection;
import java.util.Map;
import java.util.NavigableSet;
import java.util.TreeSet;

/**
 * What findings need to know of a site.
 *
 * @param pages decoded request paths that the files to be published answer at
 * @param live the same for what is live; empty when nothing is
 * @param elsewhere tells of absolute URLs that name the account's own sites
 * @param likely tells which page a path that is missing most likely meant
 */
public record SiteFacts(
        NavigableSet<String> pages, NavigableSet<String> live, Elsewhere elsewhere, LikelyPages likely) {

    /** Where an absolute URL leads. */
    public enum Place {
        /** To someone else's site; nothing is known of it. */
        OUTSIDE,
        /** To a site of the account that is live. */
        LIVE,
        /** To a site of the account that is not live. */
        NOT_LIVE
    }

    /** Tells where absolute URLs lead. */
    @FunctionalInterface
    public interface Elsewhere {
        /** Where an absolute URL, encoded, leads. */
        Place of(String url);
    }

    /** The decoded request paths that the files of a site answer at: each by its name, a folder's page by the folder. */
    public static NavigableSet<String> paths(Manifest files) {
        NavigableSet<String> paths = new TreeSet<>();
        for (String file : SettingsFile.without(files).files().keySet()) {
            String path = "/" + file;
            paths.add(path);
            String folder = SitePath.requestPath(file);
            if (!folder.equals(path)) {
                paths.add(folder);
                paths.add(PathForm.bare(folder));
            }
        }
        return paths;
    }

    /** Facts of a site alone in the world. */
    public static SiteFacts alone(Collection<String> pages) {
        NavigableSet<String> all = new TreeSet<>(pages);
        return new SiteFacts(all, all, url -> Place.OUTSIDE, LikelyPages.of(Map.of()));
    }
}
