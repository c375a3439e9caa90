package evenharbor.core.who.access;

import java.util.Optional;

/**
 * One thing that the API does, and what is needed for it.
 *
 * @param method the HTTP method
 * @param path the path, with names in braces for what differs
 * @param reach whose it is
 * @param right the right that is needed there; empty where signing in is enough, or nothing is needed
 */
public record Endpoint(String method, String path, Reach reach, Optional<Right> right) {

    /** Whose something is. */
    public enum Reach {
        /** Everyone's, signed in or not. */
        OPEN,
        /** Someone's own: whoever is signed in gets what is theirs. */
        OWN,
        /** The harbor's: those who operate it get it, nobody else. */
        HARBOR,
        /** An account's as a whole. */
        ACCOUNT,
        /** A site's: the one that the path names, or that of the thing it names. */
        SITE
    }
}
