package evenharbor.core.who.audience;

import java.time.Instant;
import java.util.Optional;

/** For whom a part of a site is there. */
public sealed interface Audience {

    /** For everyone. */
    record Everyone() implements Audience {}

    /** For whoever knows a password. @param hash as {@link SharedPassword} keeps it */
    record WithPassword(String hash) implements Audience {}

    /**
     * For whoever has the link.
     *
     * @param digest of the secret in the link, as {@link LinkSecret} makes it
     * @param until when the link ends; empty for never
     */
    record WithLink(String digest, Optional<Instant> until) implements Audience {

        /** Whether the link has ended. */
        public boolean ended(Instant now) {
            return until.filter(at -> !at.isAfter(now)).isPresent();
        }
    }
}
