package evenharbor.core.where.redirect;

/**
 * Where a redirect begins.
 *
 * @param kind how the path is meant
 * @param path decoded path from the site's root, beginning with a slash; for a folder without a slash at its end
 *     (but for the root), for a pattern with named parts such as {@code /news/{year}/{+rest}}
 */
public record Source(Kind kind, String path) {

    /** How a path is meant. */
    public enum Kind {
        /** This path only. */
        EXACT,
        /** This path and everything under it. */
        UNDER,
        /** Every path of this form: {@code {name}} stands for a part without slashes, {@code {+name}} for all that follows (RFC 6570). */
        PATTERN
    }

    /** The path as people are told it. */
    public String words() {
        return path + (kind == Kind.UNDER ? "/…" : "");
    }

    /** The name under which everything that follows a folder is known to the target. */
    public static final String REST = "rest";

    /** One path. */
    public static Source exact(String path) {
        return new Source(Kind.EXACT, path);
    }

    /** A path and everything under it. */
    public static Source under(String path) {
        return new Source(Kind.UNDER, path);
    }

    /** Every path of a form. */
    public static Source pattern(String path) {
        return new Source(Kind.PATTERN, path);
    }
}
