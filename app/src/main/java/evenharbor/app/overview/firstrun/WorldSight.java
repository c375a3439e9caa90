package evenharbor.app.overview.firstrun;

import com.google.common.net.InetAddresses;
import evenharbor.app.HarborProperties;
import evenharbor.core.where.address.HostName;
import java.io.IOException;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import org.xbill.DNS.AAAARecord;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.ExtendedResolver;
import org.xbill.DNS.Lookup;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/** The world as it is seen from this machine before the harbor is set up: its own numbers, and what DNS says of names. */
@Component
class WorldSight {

    private static final int USUAL_PORT = 80;
    private static final Duration PATIENCE = Duration.ofSeconds(4);

    private final HarborProperties harbor;

    WorldSight(HarborProperties harbor) {
        this.harbor = harbor;
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
        Set<String> all = new TreeSet<>();
        for (int type : new int[] {Type.A, Type.AAAA}) {
            Lookup lookup = lookup(host, type);
            Record[] records = lookup.run();
            if (lookup.getResult() == Lookup.TRY_AGAIN || lookup.getResult() == Lookup.UNRECOVERABLE) {
                throw new IOException(lookup.getErrorString());
            }
            for (Record record : records == null ? new Record[0] : records) {
                if (record instanceof ARecord a) {
                    all.add(a.getAddress().getHostAddress());
                } else if (record instanceof AAAARecord aaaa) {
                    all.add(aaaa.getAddress().getHostAddress());
                }
            }
        }
        return all;
    }

    private static Lookup lookup(HostName host, int type) throws IOException {
        try {
            Lookup lookup = new Lookup(Name.fromString(host.ascii() + "."), type);
            ExtendedResolver resolver = new ExtendedResolver();
            resolver.setTimeout(PATIENCE);
            lookup.setResolver(resolver);
            lookup.setCache(null);
            return lookup;
        } catch (TextParseException e) {
            throw new IOException(e.getMessage(), e);
        }
    }

    /** The public numbers of this machine, as far as it knows them itself. */
    List<String> ownNumbers() {
        List<String> all = new ArrayList<>();
        try {
            for (NetworkInterface line : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                Collections.list(line.getInetAddresses()).stream()
                        .filter(FirstRunFaults::isPublic)
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
