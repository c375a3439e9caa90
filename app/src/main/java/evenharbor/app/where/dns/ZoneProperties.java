package evenharbor.app.where.dns;

import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The name servers for the zones we host.
 *
 * @param primary address of the server that takes updates; empty for none: no zones are kept here
 * @param port its port
 * @param own whether the zone that this harbor's own names lie in is kept there too
 * @param nameServers the host names that domains are delegated to
 * @param keyName name of the TSIG key
 * @param keyAlgorithm such as {@code hmac-sha256}
 * @param keySecret the key, Base64
 * @param createCommand what makes a zone on the server, with {@code {zone}} for its name; empty for a server that makes
 *     one by itself when the first signed update arrives
 */
@ConfigurationProperties("harbor.zones")
public record ZoneProperties(
        String primary,
        int port,
        boolean own,
        List<String> nameServers,
        String keyName,
        String keyAlgorithm,
        String keySecret,
        String createCommand) {}
