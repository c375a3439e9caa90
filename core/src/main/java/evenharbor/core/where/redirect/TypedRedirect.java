package evenharbor.core.where.redirect;

import java.time.Instant;
import java.util.Optional;

/**
 * A rule as a person or a file gives it.
 *
 * @param id its id; empty for a new one
 * @param kind how the source is meant
 * @param source a path, or a URL of the site
 * @param target a path, or a URL; empty for a page that is gone
 * @param status HTTP status code
 * @param ignoresCase whether capital and small letters are the same
 * @param exactSlash whether a slash at the end makes a difference
 * @param query what happens to the query
 * @param parameters the parameters that must be there, for {@link QueryRule.Kind#MATCH}
 * @param pagesFirst whether pages that exist come first; empty for what is usual
 * @param from when it begins to count
 * @param until when it ends to count
 * @param group what it is sorted under
 * @param note what is noted about it
 * @param proposed whether the harbor proposed it
 * @param openAgreed whether its people agreed to visitors deciding at which host name they end
 */
public record TypedRedirect(
        String id,
        Source.Kind kind,
        String source,
        String target,
        int status,
        boolean ignoresCase,
        boolean exactSlash,
        QueryRule.Kind query,
        String parameters,
        Optional<Boolean> pagesFirst,
        Optional<Instant> from,
        Optional<Instant> until,
        String group,
        String note,
        boolean proposed,
        boolean openAgreed) {

    /** One with the usual options. */
    public static TypedRedirect of(Source.Kind kind, String source, String target) {
        return new TypedRedirect(
                "",
                kind,
                source,
                target,
                301,
                true,
                false,
                QueryRule.Kind.KEEP,
                "",
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                false,
                false);
    }
}
