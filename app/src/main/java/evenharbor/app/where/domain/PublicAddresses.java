package evenharbor.app.where.domain;

import evenharbor.core.where.domain.Expected;
import evenharbor.core.where.domain.ZoneNeeds;
import java.util.List;
import java.util.TreeSet;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What leads visitors here.
 *
 * @param v4 the numbers for A records
 * @param v6 the numbers for AAAA records
 * @param target the name for CNAME records
 * @param ttl seconds that our own records may be kept
 */
@ConfigurationProperties("harbor.public-addresses")
public record PublicAddresses(List<String> v4, List<String> v6, String target, long ttl) {

    /** Takes a list that is left out as an empty one. */
    public PublicAddresses {
        v4 = v4 == null ? List.of() : v4;
        v6 = v6 == null ? List.of() : v6;
    }

    /** What records must say for visitors to come here. */
    public Expected expected() {
        return new Expected(new TreeSet<>(v4), new TreeSet<>(v6), target);
    }

    /** What leads visitors of a name here, as records to be written at it. */
    public ZoneNeeds.Need need(String name) {
        return new ZoneNeeds.Need(name, target + ".", v4, v6, ttl);
    }
}
