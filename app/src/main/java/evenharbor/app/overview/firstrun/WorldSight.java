package evenharbor.app.overview.firstrun;

import com.google.common.net.InetAddresses;
import evenharbor.app.HarborProperties;
import evenharbor.app.where.dns.Dns;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.InnerNumbers;
import evenharbor.core.where.domain.Sighting;
import java.io.IOException;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** The world as it is seen from this machine before the harbor is set up: its own numbers, and what DNS says of names. */
@Component
class WorldSight {

    private static final int USUAL_PORT = 80;

    private final HarborProperties harbor;
    private final Dns dns;

    WorldSight(HarborProperties harbor, Dns dns) {
        this.harbor = harbor;
        this.dns = dns;
    }

    /** A number as it is typed. */
    static InetAddress number(String typed) {
        return InetAddresses.forString(typed);
    }

    /** The port visitors come by. */
    int port() {
        return harbor.visitors().port();
    }

    /** The same as it stands in a URL. */
    String visitorPort() {
        return port() == USUAL_PORT ? "" : ":" + port();
    }

    /** The numbers that DNS has for a name, in their usual form. @throws IOException when nobody answers */
    Set<String> numbers(HostName host) throws IOException {
        List<Sighting> looks = dns.resolved(host).join();
        for (Sighting look : looks) {
            if (look.v4().conclusive() && look.v6().conclusive()) {
                Set<String> all = new TreeSet<>(look.v4().data());
                all.addAll(look.v6().data());
                return all;
            }
        }
        throw new IOException(
                looks.isEmpty() ? "no resolver is known" : looks.get(0).v4().words());
    }

    /** The public numbers of this machine, as far as it knows them itself. */
    List<String> ownNumbers() {
        List<String> all = new ArrayList<>();
        try {
            for (NetworkInterface line : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                Collections.list(line.getInetAddresses()).stream()
                        .filter(number -> !InnerNumbers.contains(number))
                        .map(number -> number.getHostAddress().replaceFirst("%.*", ""))
                        .forEach(all::add);
            }
        } catch (IOException e) {
            // Then they are typed.
            return all;
        }
        return all;
    }
}
