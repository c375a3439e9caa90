package evenharbor.practice.dns;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Message;
import org.xbill.DNS.NSRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TSIG;
import org.xbill.DNS.Type;

/**
 * All of the practice world's DNS: the root, the registry's servers for the endings it sells, the harbor's own two name
 * servers, those of another company, and a caching resolver. Each has a loopback address of its own at one port, so that
 * delegations work as they do outside.
 */
public final class PracticeDns implements AutoCloseable {

    /** Addresses within 127.0.0.0/8. */
    public static final String ROOT = "127.0.53.1";

    public static final String REGISTRY = "127.0.53.2";
    public static final String HARBOR_1 = "127.0.53.3";
    public static final String HARBOR_2 = "127.0.53.4";
    public static final String ELSEWHERE = "127.0.53.5";
    public static final String RESOLVER = "127.0.53.53";

    /** The other company's name server, and the machine its sites lie on. */
    public static final String ELSEWHERE_SERVER = "ns.elsewhere.localhost";

    private static final String ELSEWHERE_MACHINE = "127.0.0.9";
    private static final long HOUR = 3600;

    /**
     * What to set up.
     *
     * @param port the UDP and TCP port of all servers
     * @param folder where zones are kept
     * @param endings under which the registry sells names
     * @param harbor the harbor's own name, such as {@code harbor.localhost}
     * @param visitors the address that visitors are answered at
     * @param keyName name of the key that zones are changed with
     * @param keySecret the key, Base64
     */
    public record Setup(
            int port,
            Path folder,
            List<String> endings,
            String harbor,
            String visitors,
            String keyName,
            String keySecret) {}

    private final Setup setup;
    private final Map<String, DnsServer> servers = new LinkedHashMap<>();
    private final Map<String, Authority> authorities = new LinkedHashMap<>();
    private final CachingResolver resolver;

    /** Starts all servers. */
    public PracticeDns(Setup setup, Clock clock) {
        this.setup = setup;
        Authority root = new Authority(Optional.empty(), name -> null);
        root.add(zone("root", ".", "a.root", ROOT, HOUR, List.of()));
        root.add(zone("root", "localhost.", "a.root", ROOT, HOUR, localhostRecords()));
        Authority registry = new Authority(Optional.empty(), name -> null);
        setup.endings()
                .forEach(ending -> registry.add(
                        zone("registry", ending + ".", "ns.registry.localhost", REGISTRY, HOUR, List.of())));
        TSIG key = new TSIG(TSIG.HMAC_SHA256, setup.keyName(), setup.keySecret());
        String ns1 = "ns1." + setup.harbor();
        Authority harbor = new Authority(
                Optional.of(key),
                apex -> zone(
                        "harbor",
                        apex.toString(),
                        ns1,
                        HARBOR_1,
                        300,
                        List.of(ns(apex.toString(), "ns2." + setup.harbor()))));
        harbor.add(zone("harbor", setup.harbor() + ".", ns1, HARBOR_1, 300, harborRecords()));
        reopen(harbor, "harbor");
        Authority elsewhere = new Authority(Optional.empty(), name -> null);
        elsewhere.add(zone(
                "elsewhere",
                "elsewhere.localhost.",
                ELSEWHERE_SERVER,
                ELSEWHERE,
                HOUR,
                List.of(a("web.elsewhere.localhost.", ELSEWHERE_MACHINE))));
        reopen(elsewhere, "elsewhere");
        this.resolver = new CachingResolver(address(ROOT), setup.port(), clock);
        serve("root", ROOT, root);
        serve("registry", REGISTRY, registry);
        serve("ns1", HARBOR_1, harbor);
        serve("ns2", HARBOR_2, harbor);
        serve("elsewhere", ELSEWHERE, elsewhere);
        serve("resolver", RESOLVER, resolver);
    }

    private void serve(String label, String at, DnsServer.Answerer answerer) {
        try {
            servers.put(label, new DnsServer(label, address(at), setup.port(), answerer));
        } catch (IOException e) {
            throw new UncheckedIOException(
                    "The practice name server at " + at + ":" + setup.port() + " cannot be started", e);
        }
        if (answerer instanceof Authority authority) {
            authorities.put(label, authority);
        }
    }

    /** Zones made in an earlier run. */
    private void reopen(Authority authority, String label) {
        Path folder = setup.folder().resolve(label);
        String[] files = folder.toFile().list((dir, name) -> name.endsWith(".zone"));
        for (String file : files == null ? new String[0] : files) {
            Name apex = name(file.substring(0, file.length() - ".zone".length()) + ".");
            authority.add(ZoneStore.open(folder, apex, List.of()));
        }
    }

    private ZoneStore zone(String label, String apex, String server, String at, long negative, List<Record> more) {
        List<Record> first = new ArrayList<>();
        Name name = name(apex);
        first.add(new SOARecord(
                name,
                DClass.IN,
                HOUR,
                name(server + "."),
                name("hostmaster." + server + "."),
                1,
                7200,
                900,
                1_209_600,
                negative));
        first.add(ns(apex, server));
        if (name(server + ".").subdomain(name)) {
            first.add(a(server + ".", at));
        }
        first.addAll(more);
        return ZoneStore.open(setup.folder().resolve(label), name, first);
    }

    private List<Record> localhostRecords() {
        List<Record> records = new ArrayList<>();
        records.add(ns(setup.harbor() + ".", "ns1." + setup.harbor()));
        records.add(ns(setup.harbor() + ".", "ns2." + setup.harbor()));
        records.add(a("ns1." + setup.harbor() + ".", HARBOR_1));
        records.add(a("ns2." + setup.harbor() + ".", HARBOR_2));
        records.add(ns("elsewhere.localhost.", ELSEWHERE_SERVER));
        records.add(a(ELSEWHERE_SERVER + ".", ELSEWHERE));
        records.add(a("ns.registry.localhost.", REGISTRY));
        setup.endings().forEach(ending -> records.add(ns(ending + ".", "ns.registry.localhost")));
        return records;
    }

    private List<Record> harborRecords() {
        return List.of(
                ns(setup.harbor() + ".", "ns2." + setup.harbor()),
                a("ns2." + setup.harbor() + ".", HARBOR_2),
                a("visit." + setup.harbor() + ".", setup.visitors()),
                a("*." + setup.harbor() + ".", setup.visitors()));
    }

    private static Record ns(String zone, String server) {
        return new NSRecord(name(zone), DClass.IN, HOUR, name(server + "."));
    }

    private static Record a(String name, String at) {
        return new ARecord(name(name), DClass.IN, HOUR, address(at));
    }

    private static Name name(String text) {
        return Name.fromConstantString(text);
    }

    private static InetAddress address(String text) {
        try {
            return InetAddress.getByName(text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Hands a registered name to name servers, or takes it out when there are none. */
    public void delegate(String domain, List<String> nameServers) {
        Name name = name(domain + ".");
        ZoneStore ending = authorities.get("registry").zone(new Name(name, 1)).orElseThrow();
        Set<Record> now = ending.find(name, Type.NS)
                .map(set -> Set.copyOf(set.rrs(false)))
                .orElse(Set.of());
        Set<Record> then =
                nameServers.stream().map(server -> ns(domain + ".", server)).collect(Collectors.toSet());
        if (!now.equals(then)) {
            ending.remove(name, Type.NS);
            then.forEach(ending::put);
            ending.changed();
        }
    }

    /** Begins a zone at the other company for a name registered there, with one machine behind it. */
    public void beginElsewhere(String domain) {
        authorities
                .get("elsewhere")
                .add(zone(
                        "elsewhere",
                        domain + ".",
                        ELSEWHERE_SERVER,
                        ELSEWHERE,
                        HOUR,
                        List.of(a(domain + ".", ELSEWHERE_MACHINE))));
    }

    /** Sets the records of one name and type in a zone at the other company; none takes them out. */
    public void setElsewhere(String domain, String name, String type, long ttl, List<String> data) throws IOException {
        ZoneStore zone = authorities
                .get("elsewhere")
                .zone(name(domain + "."))
                .orElseThrow(() -> new IOException(domain + " has no zone there"));
        Name at = name.equals("@") ? zone.apex() : Name.fromString(name, zone.apex());
        int code = Type.value(type);
        if (code < 0 || code == Type.SOA) {
            throw new IOException("No such type: " + type);
        }
        List<Record> records = new ArrayList<>();
        for (String each : data) {
            records.add(Record.fromString(at, code, DClass.IN, ttl, each, zone.apex()));
        }
        synchronized (zone) {
            zone.remove(at, code);
            records.forEach(zone::put);
            zone.changed();
        }
    }

    /** The records of a type at a name, aliases followed, as their own servers have them now; none where there are none. */
    public List<Record> ask(Name name, int type) {
        CachingResolver fresh = new CachingResolver(address(ROOT), setup.port(), Clock.systemUTC());
        return fresh
                .answer(Message.newQuery(Record.newRecord(name, type, DClass.IN)), new byte[0])
                .getSection(Section.ANSWER)
                .stream()
                .filter(record -> record.getType() == type)
                .toList();
    }

    /** The servers, by their labels. */
    public List<String> labels() {
        return List.copyOf(servers.keySet());
    }

    /** What is wrong with a server. */
    public Fault fault(String label) {
        return servers.get(label).fault();
    }

    /** Makes something go wrong with a server. */
    public void setFault(String label, Fault fault) {
        if (label.equals("resolver")) {
            resolver.keepTooLong(fault == Fault.STALE);
        }
        servers.get(label).setFault(fault);
    }

    /** What a server holds, a line each. */
    public List<String> holdings(String label) {
        if (label.equals("resolver")) {
            return resolver.kept();
        }
        return authorities.get(label).zones().stream()
                .flatMap(zone -> zone.all().stream())
                .map(record -> record.getName() + " " + record.getTTL() + " " + Type.string(record.getType()) + " "
                        + record.rdataToString())
                .toList();
    }

    /** Lets the resolver forget all it has heard. */
    public void forget() {
        resolver.forget();
    }

    @Override
    public void close() throws IOException {
        for (DnsServer server : servers.values()) {
            server.close();
        }
    }
}
