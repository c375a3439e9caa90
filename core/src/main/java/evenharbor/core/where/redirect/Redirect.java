package evenharbor.core.where.redirect;

import java.time.Instant;
import java.util.Optional;

/**
 * A rule that sends one path of a site to another page. Unchangeable.
 *
 * @param id its id, the same in every version of the set
 * @param source where it begins
 * @param target a path of the site, beginning with a slash, or an absolute URL; both encoded (RFC 3986), with named parts
 *     of the source such as {@code {rest}}; empty when {@code status} is GONE
 * @param status what it tells browsers
 * @param ignoresCase whether capital and small letters are the same in the source
 * @param exactSlash whether a slash at the end makes a difference; only for one path
 * @param query what happens to the query
 * @param pagesFirst whether a page that exists at the path asked for comes before the rule
 * @param from when it begins to count; empty for always
 * @param until when it ends to count; empty for never
 * @param group what its people sort it under; may be empty
 * @param note what they wrote about it; may be empty
 * @param proposed whether the harbor proposed it because a page moved
 * @param openAgreed whether its people agreed to visitors deciding at which host name they end
 */
public record Redirect(
        String id,
        Source source,
        String target,
        RedirectStatus status,
        boolean ignoresCase,
        boolean exactSlash,
        QueryRule query,
        boolean pagesFirst,
        Optional<Instant> from,
        Optional<Instant> until,
        String group,
        String note,
        boolean proposed,
        boolean openAgreed) {

    /** A rule with the usual options. */
    public static Redirect of(String id, Source source, String target) {
        return new Redirect(
                id,
                source,
                target,
                RedirectStatus.MOVED,
                true,
                false,
                QueryRule.KEEP,
                source.kind() != Source.Kind.EXACT,
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                false,
                false);
    }

    /** The same rule with another target, status and query. */
    public Redirect leadingTo(String other, RedirectStatus otherStatus, QueryRule otherQuery) {
        return copy(id, other, otherStatus, ignoresCase, otherQuery, pagesFirst, proposed, false);
    }

    /** The same rule, with pages that exist coming first. */
    public Redirect sparingPages() {
        return copy(id, target, status, ignoresCase, query, true, proposed, openAgreed);
    }

    /** The same rule, with capital and small letters told apart. */
    public Redirect mindingCase() {
        return copy(id, target, status, false, query, pagesFirst, proposed, openAgreed);
    }

    /** The same rule under an id. */
    public Redirect named(String other) {
        return copy(other, target, status, ignoresCase, query, pagesFirst, proposed, openAgreed);
    }

    /** The same rule, as one that the harbor proposed. */
    Redirect asProposed() {
        return copy(id, target, status, ignoresCase, query, pagesFirst, true, openAgreed);
    }

    /** The same rule, proposed by the harbor or not as another one is. */
    Redirect proposedAs(Redirect other) {
        return copy(id, target, status, ignoresCase, query, pagesFirst, other.proposed, openAgreed);
    }

    /** The same rule, agreed to although visitors decide at which host name they end. */
    Redirect agreedOpen() {
        return copy(id, target, status, ignoresCase, query, pagesFirst, proposed, true);
    }

    private Redirect copy(
            String id,
            String target,
            RedirectStatus status,
            boolean ignoresCase,
            QueryRule query,
            boolean pagesFirst,
            boolean proposed,
            boolean openAgreed) {
        return new Redirect(
                id,
                source,
                target,
                status,
                ignoresCase,
                exactSlash,
                query,
                pagesFirst,
                from,
                until,
                group,
                note,
                proposed,
                openAgreed);
    }

    /** Whether it counts only for some time. */
    public boolean limited() {
        return from.isPresent() || until.isPresent();
    }

    /** Whether it counts for every request of its paths. */
    boolean always() {
        return !limited() && query.kind() != QueryRule.Kind.MATCH;
    }

    /** Whether it counts at a second since 1970. */
    boolean countsAt(long second) {
        return (from.isEmpty() || from.get().getEpochSecond() <= second)
                && (until.isEmpty() || second < until.get().getEpochSecond());
    }

    /** Whether both count at some time. */
    boolean meetsInTime(Redirect other) {
        return begin() < other.end() && other.begin() < end();
    }

    /** Whether this counts whenever the other does, for whatever the other counts. */
    boolean covers(Redirect other) {
        return begin() <= other.begin() && other.end() <= end() && query.covers(other.query);
    }

    private long begin() {
        return from.map(Instant::getEpochSecond).orElse(Long.MIN_VALUE);
    }

    private long end() {
        return until.map(Instant::getEpochSecond).orElse(Long.MAX_VALUE);
    }
}
