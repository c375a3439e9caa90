package evenharbor.core.what.site;

/**
 * The settings that shape what visitors get; a version remembers the ones it was saved with.
 *
 * @param listed whether search engines may list the site
 * @param pinned whether pages name their styles, scripts and pictures by content, so that a page never meets the assets
 *     of another version
 */
public record Settings(boolean listed, boolean pinned) {

    /** What a new site begins with. */
    public static final Settings DEFAULT = new Settings(true, true);
}
