package evenharbor.core.what.addition;

import java.util.Objects;

/**
 * What is set about one page, or about every page of a site. What is empty is not set.
 *
 * @param title its title
 * @param description what search results and sharing cards say of it
 * @param canonical the page it counts as (RFC 6596): a path within the site that begins with a slash, or a URL
 * @param picture the picture of its sharing card: a path within the site without a slash at its start, or a URL
 * @param pictureWords what that picture shows
 * @param date when it came out, as {@code 2026-05-14}; for the feed
 * @param head own code for the end of the head
 * @param body own code for the end of the body
 */
public record PageSettings(
        String title,
        String description,
        String canonical,
        String picture,
        String pictureWords,
        String date,
        String head,
        String body) {

    /** Nothing is set. */
    public static final PageSettings NONE = new PageSettings("", "", "", "", "", "", "", "");

    /** Takes what is absent for not set, and cleans what was typed. */
    public PageSettings {
        title = clean(title);
        description = clean(description);
        canonical = clean(canonical);
        picture = clean(picture).replaceFirst("^/+", "");
        pictureWords = clean(pictureWords);
        date = clean(date);
        head = clean(head);
        body = clean(body);
    }

    /** What was typed without space around it. */
    static String clean(String typed) {
        return Objects.requireNonNullElse(typed, "").strip();
    }

    /** Just a title and a description. */
    public static PageSettings saying(String title, String description) {
        return new PageSettings(title, description, "", "", "", "", "", "");
    }

    /** Whether nothing is set. */
    public boolean none() {
        return equals(NONE);
    }
}
