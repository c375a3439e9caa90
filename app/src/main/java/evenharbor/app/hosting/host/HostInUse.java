package evenharbor.app.hosting.host;

import java.util.List;

/** Who says what of a host's: implemented where destinations are known. */
public interface HostInUse {

    /**
     * A use of a host.
     *
     * @param siteId the site
     * @param site what it is called
     * @param folder where on the host
     */
    record Use(String siteId, String site, String folder) {}

    /** The sites that publish to a host. */
    List<Use> of(String hostId);
}
