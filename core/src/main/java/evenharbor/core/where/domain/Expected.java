package evenharbor.core.where.domain;

import java.util.List;
import java.util.Set;

/**
 * What records must say for visitors of a name to come here.
 *
 * @param v4 the harbor's IPv4 addresses
 * @param v6 its IPv6 addresses
 * @param target the host name, without dot at the end, that leads here, for CNAME records
 */
public record Expected(Set<String> v4, Set<String> v6, String target) {

    /** In a few words, for a name that may be an alias, or for one that may not. */
    public String words(boolean apex) {
        String numbers =
                String.join(", ", List.copyOf(v4)) + (v6.isEmpty() ? "" : ", " + String.join(", ", List.copyOf(v6)));
        return apex ? numbers : "an alias of " + target + ", or " + numbers;
    }
}
