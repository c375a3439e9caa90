package evenharbor.app.where.dns;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Who is asked about names.
 *
 * @param port the port of name servers and resolvers; 53 outside
 * @param roots addresses of root servers, where finding a domain's name servers begins
 * @param resolvers addresses of resolvers that visitors use; empty for those that this machine uses
 * @param patience how long to wait for an answer
 */
@ConfigurationProperties("harbor.dns")
public record DnsProperties(int port, List<String> roots, List<String> resolvers, Duration patience) {}
