package evenharbor.core.harbor.route;

import evenharbor.core.common.UrlPath;
import evenharbor.core.what.addition.Languages;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Where visitors of a site in several languages are sent to the page in theirs.
 *
 * @param front the front page
 * @param followed pages that redirects lead to, by path from the site's root, encoded
 */
public record SiteLanguages(Translations front, Map<String, Translations> followed) {

    /** Nobody is sent anywhere. */
    public static final SiteLanguages NONE = new SiteLanguages(Translations.NONE, Map.of());

    private static final String FRONT_PAGE = "index.html";

    /** Copies the pages. */
    public SiteLanguages {
        followed = Map.copyOf(followed);
    }

    /** Of a site's files, as far as its people chose that visitors are sent. */
    public static SiteLanguages of(Languages languages, Manifest files) {
        Map<String, Translations> followed = new HashMap<>();
        if (languages.redirects()) {
            for (String path : files.files().keySet()) {
                if (SitePath.isPage(path) && languages.folderOf(path).isEmpty()) {
                    Translations page = translations(path, files, languages);
                    if (!page.none()) {
                        followed.put(UrlPath.encoded(SitePath.requestPath(path)), page);
                    }
                }
            }
        }
        return new SiteLanguages(
                languages.sends() ? translations(FRONT_PAGE, files, languages) : Translations.NONE, followed);
    }

    private static Translations translations(String page, Manifest files, Languages languages) {
        SortedMap<String, String> others = new TreeMap<>(languages.everywhere(page));
        others.remove(languages.rest());
        others.values().removeIf(path -> files.at(path).isEmpty());
        others.replaceAll((language, path) -> UrlPath.encoded(SitePath.requestPath(path)));
        return new Translations(languages.rest(), others);
    }

    /** Of the front page alone. @param others path from the site's root, encoded, by language */
    public static SiteLanguages ofFront(String own, SortedMap<String, String> others) {
        return new SiteLanguages(new Translations(own, others), Map.of());
    }

    /**
     * The page that a redirect leads to, in several languages; empty when it is in one.
     *
     * @param location where the redirect leads, without the path that the site is mounted at
     */
    public Optional<Translations> of(String location) {
        return followed.isEmpty() ? Optional.empty() : Optional.ofNullable(followed.get(path(location)));
    }

    /** A location without what comes after its path. */
    public static String path(String location) {
        int end = location.length();
        for (char mark : new char[] {'?', '#'}) {
            int at = location.indexOf(mark);
            end = at < 0 ? end : Math.min(end, at);
        }
        return location.substring(0, end);
    }
}
