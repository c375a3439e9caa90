package evenharbor.app.address;

import java.time.Instant;

/**
 * A host name at which a site can be reached.
 *
 * @param siteId the site
 * @param name the harbor name, the first label
 * @param hostName the whole host name
 * @param url what visitors open
 * @param role what it does
 * @param claimedAt since when
 */
public record Address(String siteId, String name, String hostName, String url, Role role, Instant claimedAt) {

    /** What an address does. */
    public enum Role {
        MAIN,
        ALIAS
    }
}
