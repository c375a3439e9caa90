package evenharbor.app.overview.check;

import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.time.Instant;
import java.util.List;

/**
 * A sighting as it is kept: one whose answer may still be remembered by someone.
 *
 * @param from who was asked
 * @param authoritative whether it was one of the domain's own servers
 * @param v4 what was said about A records
 * @param v6 what was said about AAAA records
 * @param at when
 */
record KeptLook(String from, boolean authoritative, KeptSeen v4, KeptSeen v6, Instant at) {

    /** An answer as it is kept; only such as may be remembered are. */
    record KeptSeen(Kind kind, List<String> aliases, List<String> data, long ttl) {

        enum Kind {
            RECORDS,
            NO_SUCH_NAME,
            NO_DATA
        }

        static KeptSeen of(Seen seen) {
            if (seen instanceof Seen.Records r) {
                return new KeptSeen(Kind.RECORDS, r.aliases(), r.data(), r.ttl());
            }
            if (seen instanceof Seen.NoSuchName n) {
                return new KeptSeen(Kind.NO_SUCH_NAME, n.aliases(), List.of(), n.ttl());
            }
            return new KeptSeen(Kind.NO_DATA, List.of(), List.of(), seen.keptFor());
        }

        Seen toSeen() {
            return switch (kind) {
                case RECORDS -> new Seen.Records(aliases, data, ttl);
                case NO_SUCH_NAME -> new Seen.NoSuchName(aliases, ttl);
                case NO_DATA -> new Seen.NoData(ttl);
            };
        }
    }

    static KeptLook of(Sighting look) {
        return new KeptLook(
                look.from(), look.authoritative(), KeptSeen.of(look.v4()), KeptSeen.of(look.v6()), look.at());
    }

    Sighting toSighting() {
        return new Sighting(from, authoritative, v4.toSeen(), v6.toSeen(), at);
    }
}
