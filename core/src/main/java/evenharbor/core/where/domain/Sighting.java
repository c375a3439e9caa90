package evenharbor.core.where.domain;

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

    /** What this look comes to, against what was expected. */
    public Comparison against(Expected expected) {
        return Comparison.of(expected, v4, v6);
    }

    /** Whether visitors who got this answer come here. */
    public boolean leadsHere(Expected expected) {
        return against(expected).kind().good();
    }
}
