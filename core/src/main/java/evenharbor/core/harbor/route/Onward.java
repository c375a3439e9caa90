package evenharbor.core.harbor.route;

import evenharbor.core.common.UrlPath;
import java.util.Optional;

/**
 * Sends visitors on.
 *
 * @param url absolute URL; one that keeps paths has no slash at its end
 * @param keepsPath whether the path and query asked for are put behind the URL
 * @param status 301 for good, 302 for now
 * @param mount which site's address it is; empty where visits are not counted
 */
public record Onward(String url, boolean keepsPath, int status, Optional<Mount> mount) implements Answer {

    /**
     * Which site's address it is.
     *
     * @param site the site's id
     * @param base the path it lies at under its host name, without a slash at the end; empty for the whole name
     */
    public record Mount(String site, String base) {}

    /** To another address of the same site, path and query kept. */
    public static Onward to(String base) {
        return new Onward(
                base.endsWith("/") ? base.substring(0, base.length() - 1) : base, true, 301, Optional.empty());
    }

    /** To one URL, whatever was asked for. */
    public static Onward pointer(String url) {
        return new Onward(url, false, 302, Optional.empty());
    }

    /** The same, as an address of a site. */
    public Onward at(Mount address) {
        return new Onward(url, keepsPath, status, Optional.of(address));
    }

    Decision decide(String path) {
        return new Decision.Forward(
                keepsPath ? url + UrlPath.encoded(path) : url, status, keepsPath, Optional.empty(), mount);
    }
}
