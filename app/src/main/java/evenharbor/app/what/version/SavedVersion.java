package evenharbor.app.what.version;

import evenharbor.core.what.site.Settings;
import java.time.Instant;
import java.util.Optional;

/**
 * An unchangeable saved state of a site.
 *
 * @param siteId whose it is
 * @param number from 1 in each site
 * @param manifest hash of the manifest of its files
 * @param build hash of the manifest of the build that was live, if it ever was
 * @param redirects hash of the redirects it was saved or live with; empty for none
 * @param settings the settings it was saved with
 * @param name what its people call it; may be empty
 * @param note what they wrote about it; may be empty
 * @param kept whether it must never be cleaned up
 * @param cause how it came to be
 * @param createdBy id of the person
 * @param createdAt when
 * @param publishedAt when it first went live, if it did
 * @param dueAt when it will be cleaned up, unless it is kept
 * @param files how many files it has
 * @param bytes how many bytes they have together
 */
public record SavedVersion(
        String siteId,
        int number,
        String manifest,
        Optional<String> build,
        String redirects,
        Settings settings,
        String name,
        String note,
        boolean kept,
        Cause cause,
        String createdBy,
        Instant createdAt,
        Optional<Instant> publishedAt,
        Optional<Instant> dueAt,
        int files,
        long bytes) {

    /** How a version comes to be. */
    public enum Cause {
        PUBLISHED,
        SAVED,
        BEFORE_RESTORE
    }

    /** What it is called in a sentence. */
    public String title() {
        return name.isEmpty() ? "Version " + number : "Version " + number + " (" + name + ")";
    }
}
