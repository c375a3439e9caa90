package evenharbor.core.domain;

import java.time.Instant;

/**
 * One look at a name.
 *
 * @param from who was asked
 * @param authoritative whether it is one of the domain's own name servers, rather than a resolver
 * @param v4 what was said about A records
 * @param v6 what was said about AAAA records
 * @param at when
 */
public record Sighting(String from, boolean authoritative, Seen v4, Seen v6, Instant at) {

    /** Until when whoever got this answer may keep it. */
    public Instant keptUntil() {
        return at.plusSeconds(Math.max(v4.keptFor(), v6.keptFor()));
    }
}
