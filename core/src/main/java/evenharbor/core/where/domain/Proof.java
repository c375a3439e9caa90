package evenharbor.core.where.domain;

import evenharbor.core.where.address.HostName;
import java.time.Duration;
import java.util.List;

/**
 * The proof that a domain is someone's: a TXT record that only they can make.
 *
 * @param domain the domain
 * @param secret what the record says
 */
public record Proof(HostName domain, String secret) {

    private static final String LABEL = "_harbor-proof";

    /** The name that the record stands at. */
    public HostName name() {
        return domain.below(LABEL);
    }

    /** The record to make, with its name in full. */
    public RecordSet record(long ttl) {
        return new RecordSet(name().ascii(), "TXT", ttl, List.of(secret));
    }

    /** Whether it is among the texts seen at its name. */
    public boolean shownBy(Seen texts) {
        return texts.data().contains(secret);
    }

    /**
     * How long to wait before looking for it again: not long while someone is likely to be making it, and longer as time
     * goes by.
     *
     * @param age how long it has been wanted
     */
    public static Duration nextLook(Duration age) {
        if (age.toMinutes() < 10) {
            return Duration.ofSeconds(5);
        }
        if (age.toHours() < 1) {
            return Duration.ofSeconds(30);
        }
        return age.toDays() < 7 ? Duration.ofMinutes(10) : Duration.ofDays(1);
    }
}
