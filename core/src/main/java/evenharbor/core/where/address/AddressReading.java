package evenharbor.core.where.address;

import java.util.List;
import java.util.Optional;

/**
 * What was typed into the box that takes any address, cleaned and judged; not yet whether it can be had.
 *
 * @param typed what the person typed or pasted
 * @param host the host name; empty when there is a fault
 * @param path the path under it, beginning and ending with a slash; {@code /} for the whole name
 * @param domain the registrable name it lies under; empty for a harbor address
 * @param cleanings what was taken off on the way, in the order it was done
 * @param fault what is wrong, if anything
 * @param ageings why the name may not fit for long; advice only
 */
public record AddressReading(
        String typed,
        Optional<HostName> host,
        String path,
        Optional<HostName> domain,
        List<Cleaning> cleanings,
        Optional<NameFault> fault,
        List<Ageing> ageings) {

    /** The path of a whole host name. */
    public static final String ROOT = "/";

    /** Name and path as people write them; empty when there is a fault. */
    public String words() {
        return host.map(name -> name.unicode(path)).orElse("");
    }

    /** Whether it is a harbor address. */
    public boolean harbor() {
        return host.isPresent() && domain.isEmpty();
    }

    /** Whether it is a path under a name rather than a whole name. */
    public boolean mounted() {
        return !path.equals(ROOT);
    }
}
