package evenharbor.app.where.dns;

import evenharbor.core.where.domain.Seen;
import java.net.InetAddress;
import java.util.Map;

/**
 * A domain's own name servers, found from the root down.
 *
 * @param seen the servers' names as data, or how the search failed
 * @param servers their addresses by name
 */
public record Delegation(Seen seen, Map<String, InetAddress> servers) {}
