package evenharbor.app.hosting.host;

import com.google.common.net.InetAddresses;
import evenharbor.app.HarborProperties;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.where.domain.InnerNumbers;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * The numbers of a host's name. Numbers that lead to this machine's own network link are never used, those of this
 * machine itself in practice alone, and those of private networks only where the operator says so: an owner must not reach
 * what only the operator may. Whoever connects uses the very number that was judged here.
 */
@Component
public class HostNumbers {

    private final HostProperties properties;
    private final boolean practice;
    private final boolean privateNetworks;

    HostNumbers(HostProperties properties, HarborProperties harbor) {
        this.properties = properties;
        this.practice = harbor.practice();
        this.privateNetworks = harbor.practice() || harbor.privateNetworks();
    }

    /** The numbers of a name, at least one. */
    public List<InetAddress> of(String server) throws HostTrouble {
        List<InetAddress> found = found(server.toLowerCase(Locale.ROOT));
        List<InetAddress> usable = found.stream().filter(this::usable).toList();
        if (usable.isEmpty()) {
            throw new HostTrouble(HostFault.NAME_UNKNOWN, server + " has no number that may be reached from here.");
        }
        return usable;
    }

    private List<InetAddress> found(String server) throws HostTrouble {
        String known = properties.numbers().get(server);
        if (known != null || InetAddresses.isInetAddress(server)) {
            return List.of(InetAddresses.forString(known != null ? known : server));
        }
        // RFC 6761: these names are this machine, and are not to be asked for.
        if (server.equals("localhost") || server.endsWith(".localhost")) {
            return List.of(InetAddress.getLoopbackAddress());
        }
        try {
            return Stream.of(InetAddress.getAllByName(server)).toList();
        } catch (UnknownHostException e) {
            throw new HostTrouble(HostFault.NAME_UNKNOWN, server);
        }
    }

    private boolean usable(InetAddress number) {
        return !number.isLinkLocalAddress()
                && !number.isMulticastAddress()
                && !number.isAnyLocalAddress()
                && (practice || !number.isLoopbackAddress())
                && (privateNetworks || !InnerNumbers.contains(number));
    }
}
