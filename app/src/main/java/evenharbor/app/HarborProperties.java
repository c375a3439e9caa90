package evenharbor.app;

import java.nio.file.Path;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How this installation is set up.
 *
 * @param home the folder for contents
 * @param nameEnding under which harbor names are given out
 * @param previewEnding under which previews have host names
 * @param visitors the visitor-facing server
 * @param appOrigin where people open the application
 * @param practice whether the clock may be moved and the outside world is simulated
 * @param privateNetworks whether hosts and name servers in private networks may be reached
 * @param appNames host names at which the application answers, besides that of its origin and this machine itself
 * @param wildcardSite id of the site that answers for host names that belong to nobody; empty for none
 */
@ConfigurationProperties("harbor")
public record HarborProperties(
        Path home,
        String nameEnding,
        String previewEnding,
        Visitors visitors,
        String appOrigin,
        boolean practice,
        boolean privateNetworks,
        List<String> appNames,
        String wildcardSite) {

    /** Takes a list that is left out as an empty one. */
    public HarborProperties {
        appNames = appNames == null ? List.of() : appNames;
    }

    /**
     * The visitor-facing server.
     *
     * @param bind the address to listen at
     * @param port the TCP port; 0 for any free one
     * @param securePort the TCP port for HTTPS; 0 for any free one
     * @param hotBytes bytes of small contents held in memory
     */
    public record Visitors(String bind, int port, int securePort, long hotBytes) {}
}
