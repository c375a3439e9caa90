package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * A certificate that is held.
 *
 * @param names the names it is for, in DNS form; {@code *.NAME} for all one label below NAME
 * @param issuer who issued it
 * @param from from when it is valid
 * @param until until when
 * @param renews whether we renew it; not for one that was brought
 */
public record Holding(List<String> names, String issuer, Instant from, Instant until, boolean renews) {

    /** Takes the names as an unchangeable list. */
    public Holding {
        names = List.copyOf(names);
    }

    /** Whether it is valid at a time. */
    public boolean validAt(Instant time) {
        return !time.isBefore(from) && time.isBefore(until);
    }

    /** How long it is valid in all. */
    public Duration life() {
        return Duration.between(from, until);
    }

    /** Whether it is for a host name (RFC 9525 section 6.3: a wildcard stands for exactly one label). */
    public boolean covers(String host) {
        return names.stream().anyMatch(name -> covers(name, host));
    }

    static boolean covers(String name, String host) {
        if (!name.startsWith("*.")) {
            return name.equals(host);
        }
        int dot = host.indexOf('.');
        return dot > 0 && host.substring(dot).equals(name.substring(1));
    }
}
