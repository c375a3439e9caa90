package evenharbor.app.where.address;

import evenharbor.core.where.address.HostName;
import java.util.List;

/** Says which redirects of an account name an address. Answered by whoever keeps redirects. */
public interface RedirectsNaming {

    /**
     * A redirect that leads to the address by its whole URL.
     *
     * @param siteId the site whose redirect it is
     * @param id the redirect
     * @param source where it begins
     */
    record Naming(String siteId, String id, String source) {}

    /** The redirects of these sites that lead to an address: a host name and a path under it. */
    List<Naming> naming(List<String> siteIds, HostName host, String path);
}
