package evenharbor.core.what.addition;

import java.util.Objects;

/**
 * What is made for search engines and readers of feeds, where a site has none of its own.
 *
 * @param sitemap whether a sitemap is, and a robots file that names it
 * @param feed the folder whose pages the feed tells of, {@code notes/} or {@code /} for all; empty for no feed
 * @param feedTitle what the feed is called; empty for the site's name
 */
public record MadeFor(boolean sitemap, String feed, String feedTitle) {

    /** Nothing is. */
    public static final MadeFor NONE = new MadeFor(false, "", "");

    /** Takes what is absent for not set. */
    public MadeFor {
        feed = Objects.requireNonNullElse(feed, "");
        feedTitle = Objects.requireNonNullElse(feedTitle, "");
    }

    /** The folder as paths of files begin. */
    public String feedFolder() {
        return feed.equals("/") ? "" : feed;
    }
}
