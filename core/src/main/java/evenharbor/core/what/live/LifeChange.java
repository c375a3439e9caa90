package evenharbor.core.what.live;

import java.util.Optional;

/** What visitors notice of a change of a site's life. */
public enum LifeChange {
    /** They get pages, or those of another version. */
    WENT_LIVE,
    TAKEN_DOWN,
    CLOSED,
    REOPENED;

    /** The change from one life to the next; empty when visitors notice nothing of it. */
    public static Optional<LifeChange> between(SiteLife before, SiteLife after) {
        if (before.served() != after.served()) {
            return Optional.of(after.served() ? WENT_LIVE : TAKEN_DOWN);
        }
        if (!after.served()) {
            return Optional.empty();
        }
        if (before.closure().isPresent() != after.closure().isPresent()) {
            return Optional.of(after.closure().isPresent() ? CLOSED : REOPENED);
        }
        return before.shown().equals(after.shown()) ? Optional.empty() : Optional.of(WENT_LIVE);
    }
}
