package evenharbor.core.harbor.route;

import java.util.Optional;

/**
 * Sends visitors on.
 *
 * @param url absolute URL; one that keeps paths has no slash at its end
 * @param keepsPath whether the path and query asked for are put behind the URL
 * @param status 301 for good, 302 for now
 */
public record Onward(String url, boolean keepsPath, int status) implements Answer {

    /** To another address of the same site, path and query kept. */
    public static Onward to(String base) {
        return new Onward(base.endsWith("/") ? base.substring(0, base.length() - 1) : base, true, 301);
    }

    /** To one URL, whatever was asked for. */
    public static Onward pointer(String url) {
        return new Onward(url, false, 302);
    }

    Decision decide(String path) {
        return new Decision.Forward(
                keepsPath ? url + SiteRoutes.encoded(path) : url, status, keepsPath, Optional.empty());
    }
}
