package evenharbor.app;

import com.google.common.net.InetAddresses;
import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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

    private static final Pattern ORIGIN =
            Pattern.compile("https?://([a-z0-9-]+\\.)*[a-z0-9-]+(:[0-9]{1,5})?", Pattern.CASE_INSENSITIVE);

    /** Takes a list that is left out as an empty one. @throws IllegalArgumentException for an origin that is none */
    public HarborProperties {
        if (!ORIGIN.matcher(appOrigin).matches()) {
            throw new IllegalArgumentException("harbor.app-origin is “" + appOrigin
                    + "”. It has to be a scheme, a host name and a port if need be, such as https://app.example");
        }
        appNames = appNames == null ? List.of() : appNames;
    }

    /**
     * The host names at which people reach the application by HTTPS: that of its origin and those besides; none where its
     * origin is plain HTTP.
     */
    public Set<String> secureAppNames() {
        URI origin = URI.create(appOrigin);
        if (!"https".equals(origin.getScheme())) {
            return Set.of();
        }
        return Stream.concat(Stream.of(origin.getHost()), appNames.stream())
                .map(name -> name.toLowerCase(Locale.ROOT))
                .filter(name -> name.contains(".") && !InetAddresses.isInetAddress(name))
                .collect(Collectors.toUnmodifiableSet());
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
