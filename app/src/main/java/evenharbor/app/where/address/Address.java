package evenharbor.app.where.address;

import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A host name, or a path under one, at which a site can be reached.
 *
 * @param id its id
 * @param siteId the site
 * @param hostName the host name as DNS has it
 * @param shown name and path as people write them
 * @param path {@code /}, or the path with a slash at each end
 * @param url what visitors open
 * @param role what it does
 * @param trialVersion for a trial, the version served; null for the draft
 * @param pointsTo for a pointer, the URL it leads to
 * @param domainId the domain it lies under; null for a harbor address
 * @param claimedAt since when
 * @param forwardsUntil for one that forwards for a while, until when
 */
public record Address(
        String id,
        String siteId,
        String hostName,
        String shown,
        String path,
        String url,
        Role role,
        @Schema(nullable = true) Integer trialVersion,
        @Schema(nullable = true) String pointsTo,
        @Schema(nullable = true) String domainId,
        Instant claimedAt,
        @Schema(nullable = true) Instant forwardsUntil) {

    /** The address as the rules see it. */
    public SiteAddress toSiteAddress() {
        return new SiteAddress(
                id,
                new HostName(hostName),
                path,
                role,
                trialVersion == null ? OptionalInt.empty() : OptionalInt.of(trialVersion),
                Optional.ofNullable(pointsTo));
    }

    /** The path without a slash at its end: what builds for it are made for. */
    public String base() {
        return path.substring(0, path.length() - 1);
    }
}
