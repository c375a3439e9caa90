package evenharbor.app.harbor.publish;

import evenharbor.core.what.version.Change;
import evenharbor.core.what.version.FileEntry;
import io.swagger.v3.oas.annotations.media.Schema;

/**
 * A file that differs.
 *
 * @param kind what happened
 * @param path the path now; for a removed file the path it had
 * @param from the path before, for a moved file; null for any other
 * @param before bytes before; 0 when it was not there
 * @param after bytes now; 0 when it is not there
 * @param page whether it is a page, not an asset
 * @param edited whether its content differs
 */
public record ChangeView(
        Change.Kind kind,
        String path,
        @Schema(nullable = true) String from,
        long before,
        long after,
        boolean page,
        boolean edited) {

    /** A change, as the API shows it. */
    public static ChangeView of(Change change) {
        return new ChangeView(
                change.kind(),
                change.path(),
                change.from().orElse(null),
                change.before().map(FileEntry::size).orElse(0L),
                change.after().map(FileEntry::size).orElse(0L),
                change.page(),
                change.edited());
    }
}
