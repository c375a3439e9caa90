package evenharbor.core.where.address;

import java.util.Optional;
import java.util.OptionalInt;

/**
 * One address of a site.
 *
 * @param id its id
 * @param host the host name
 * @param path {@code /}, or the path under the name, with a slash at each end
 * @param role what it does
 * @param trialVersion for a trial, the version it serves; empty for the draft
 * @param pointsTo for a pointer, the URL it leads to
 */
public record SiteAddress(
        String id, HostName host, String path, Role role, OptionalInt trialVersion, Optional<String> pointsTo) {

    /** An address that needs no more than its role. */
    public static SiteAddress of(String id, HostName host, String path, Role role) {
        return new SiteAddress(id, host, path, role, OptionalInt.empty(), Optional.empty());
    }

    /** The same address in another role. */
    public SiteAddress as(Role other) {
        return of(id, host, path, other);
    }

    /** The same address as a trial of a version, or of the draft. */
    public SiteAddress trialOf(OptionalInt version) {
        return new SiteAddress(id, host, path, Role.TRIAL, version, Optional.empty());
    }

    /** The same address as a pointer. */
    public SiteAddress pointingTo(String url) {
        return new SiteAddress(id, host, path, Role.POINTER, OptionalInt.empty(), Optional.of(url));
    }

    /** Name and path as people write them, without a slash at the end. */
    public String words() {
        return host.unicode(path);
    }
}
