package evenharbor.app.where.dns;

import evenharbor.app.HarborProperties;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.certificate.CaaRules;
import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.CNAMERecord;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.NSRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.ResolverConfig;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/**
 * Asks the world's name servers. Two views of a name: that of the domain's own servers, found by delegation from the
 * root down, and that of resolvers as visitors use them. Each way to fail is told apart; nothing is remembered.
 */
@Component
public class Dns {

    private static final int MOST_REFERRALS = 16;
    private static final int LONGEST_CHAIN = 6;
    private static final int MOST_SERVERS = 4;

    private final DnsProperties properties;
    private final DnsQuestions questions;
    private final Clock clock;

    Dns(DnsProperties properties, HarborProperties harbor, Clock clock) {
        this.properties = properties;
        this.questions = new DnsQuestions(properties, harbor.practice() || harbor.privateNetworks());
        this.clock = clock;
    }

    /** The domain's own name servers. */
    public CompletableFuture<Delegation> delegation(HostName domain) {
        List<InetAddress> roots = properties.roots().stream().map(Dns::address).toList();
        Map<String, InetAddress> servers = new LinkedHashMap<>();
        roots.forEach(root -> servers.put(root.getHostAddress(), root));
        return refer(name(domain), Name.root, servers, 0);
    }

    private CompletableFuture<Delegation> refer(Name domain, Name zone, Map<String, InetAddress> servers, int step) {
        if (step >= MOST_REFERRALS) {
            return CompletableFuture.completedFuture(
                    new Delegation(new Seen.Unusable("the servers refer to each other in a ring"), Map.of()));
        }
        return questions
                .askAny(List.copyOf(servers.values()), domain, Type.NS, false)
                .thenCompose(heard -> {
                    if (heard.failure() != null) {
                        return CompletableFuture.completedFuture(new Delegation(heard.failure(), Map.of()));
                    }
                    Message answer = heard.message();
                    List<Record> own = DnsAnswers.records(answer, Section.ANSWER, domain, Type.NS);
                    if (!own.isEmpty()) {
                        return addresses(own, answer, step).thenApply(found -> found(own, found, servers));
                    }
                    List<Record> referral = answer.getSection(Section.AUTHORITY).stream()
                            .filter(NSRecord.class::isInstance)
                            .toList();
                    boolean nearer = !referral.isEmpty()
                            && domain.subdomain(referral.get(0).getName())
                            && referral.get(0).getName().labels() > zone.labels();
                    if (nearer) {
                        Name below = referral.get(0).getName();
                        return addresses(referral, answer, step)
                                .thenCompose(found -> below.equals(domain)
                                        ? CompletableFuture.completedFuture(found(referral, found, servers))
                                        : refer(domain, below, found, step + 1));
                    }
                    Seen negative = DnsAnswers.negative(answer, List.of());
                    return CompletableFuture.completedFuture(new Delegation(negative, Map.of()));
                });
    }

    private static Delegation found(
            List<Record> names, Map<String, InetAddress> addresses, Map<String, InetAddress> parents) {
        List<String> servers = names.stream()
                .map(r -> ((NSRecord) r).getTarget().toString(true))
                .sorted()
                .toList();
        return addresses.isEmpty()
                ? new Delegation(
                        new Seen.Unusable("the name servers " + String.join(", ", servers) + " have no address"),
                        Map.of())
                : new Delegation(
                        new Seen.Records(List.of(), servers, names.get(0).getTTL()), addresses);
    }

    /** The servers' addresses: from what came along, or looked up through a resolver. */
    private CompletableFuture<Map<String, InetAddress>> addresses(List<Record> servers, Message answer, int step) {
        List<CompletableFuture<Optional<Map.Entry<String, InetAddress>>>> found = servers.stream()
                .limit(MOST_SERVERS)
                .map(r -> ((NSRecord) r).getTarget())
                .map(target -> {
                    Optional<InetAddress> glue = DnsAnswers.records(answer, Section.ADDITIONAL, target, Type.A).stream()
                            .map(r -> ((ARecord) r).getAddress())
                            .findFirst();
                    return glue.isPresent()
                            ? CompletableFuture.completedFuture(glue.map(a -> Map.entry(target.toString(true), a)))
                            : lookUp(target);
                })
                .toList();
        return all(found).thenApply(list -> {
            Map<String, InetAddress> map = new LinkedHashMap<>();
            list.forEach(entry -> entry.ifPresent(e -> map.put(e.getKey(), e.getValue())));
            return map;
        });
    }

    private CompletableFuture<Optional<Map.Entry<String, InetAddress>>> lookUp(Name server) {
        return questions
                .askAny(resolvers(), server, Type.A, true)
                .thenApply(heard -> heard.failure() != null
                        ? Optional.empty()
                        : heard.message().getSection(Section.ANSWER).stream()
                                .filter(ARecord.class::isInstance)
                                .map(r -> Map.entry(server.toString(true), ((ARecord) r).getAddress()))
                                .findFirst());
    }

    private List<InetAddress> resolvers() {
        return properties.resolvers().isEmpty()
                ? ResolverConfig.getCurrentConfig().servers().stream()
                        .map(InetSocketAddress::getAddress)
                        .toList()
                : properties.resolvers().stream().map(Dns::address).toList();
    }

    /** All views of a name: each of the domain's own servers, and each resolver. */
    public CompletableFuture<List<Sighting>> looks(HostName host, Delegation delegation) {
        Stream<CompletableFuture<Sighting>> own = delegation.servers().entrySet().stream()
                .map(server -> look(host, server.getKey(), server.getValue(), true));
        return all(Stream.concat(own, byResolvers(host)).toList());
    }

    /** A name as each resolver has it that visitors use. */
    public CompletableFuture<List<Sighting>> resolved(HostName host) {
        return all(byResolvers(host).toList());
    }

    private Stream<CompletableFuture<Sighting>> byResolvers(HostName host) {
        return resolvers().stream()
                .map(resolver -> look(host, "the resolver " + resolver.getHostAddress(), resolver, false));
    }

    private CompletableFuture<Sighting> look(HostName host, String label, InetAddress server, boolean authoritative) {
        CompletableFuture<Seen> v4 = seen(server, name(host), Type.A, authoritative);
        CompletableFuture<Seen> v6 = seen(server, name(host), Type.AAAA, authoritative);
        return v4.thenCombine(v6, (a, b) -> new Sighting(label, authoritative, a, b, clock.instant()));
    }

    /** The texts of TXT records at a name, from the first of the domain's own servers that can say. */
    public CompletableFuture<Seen> texts(HostName host, Delegation delegation) {
        CompletableFuture<Seen> seen = CompletableFuture.completedFuture(delegation.seen());
        for (InetAddress server : delegation.servers().values()) {
            seen = seen.thenCompose(before -> before.conclusive() && before != delegation.seen()
                    ? CompletableFuture.completedFuture(before)
                    : seen(server, name(host), Type.TXT, true));
        }
        return seen;
    }

    /** The texts of TXT records at a name, as each of the domain's own servers has them. */
    public CompletableFuture<List<Seen>> allTexts(HostName host, Delegation delegation) {
        return all(delegation.servers().values().stream()
                .map(server -> seen(server, name(host), Type.TXT, true))
                .toList());
    }

    /**
     * The CAA records that count for a name: of the closest name, at it or above it, that has any (RFC 8659 section 3). Up
     * to the domain its own servers are asked, above it the resolvers.
     */
    public CompletableFuture<List<CaaRules.Caa>> caa(HostName host, HostName domain) {
        return delegation(domain).thenCompose(delegation -> caaFrom(name(host), name(domain), delegation));
    }

    private CompletableFuture<List<CaaRules.Caa>> caaFrom(Name at, Name domain, Delegation delegation) {
        if (at.labels() <= 1) {
            return CompletableFuture.completedFuture(List.of());
        }
        Optional<InetAddress> own =
                delegation.servers().values().stream().findFirst().filter(s -> at.subdomain(domain));
        return (own.isPresent()
                        ? seen(own.get(), at, Type.CAA, true)
                        : seen(resolvers().get(0), at, Type.CAA, false))
                .thenCompose(seen -> seen.data().isEmpty()
                        ? caaFrom(new Name(at, 1), domain, delegation)
                        : CompletableFuture.completedFuture(
                                seen.data().stream().map(CaaRules.Caa::parse).toList()));
    }

    private CompletableFuture<Seen> seen(InetAddress server, Name name, int type, boolean authoritative) {
        return questions
                .ask(server, name, type, !authoritative)
                .thenCompose(heard -> heard.failure() != null
                        ? CompletableFuture.completedFuture(heard.failure())
                        : read(heard.message(), name, type, authoritative));
    }

    private CompletableFuture<Seen> read(Message answer, Name asked, int type, boolean authoritative) {
        if (authoritative && !answer.getHeader().getFlag(Flags.AA)) {
            return CompletableFuture.completedFuture(new Seen.Lame());
        }
        List<String> aliases = new ArrayList<>();
        long ttl = Long.MAX_VALUE;
        Name name = asked;
        while (true) {
            List<Record> found = DnsAnswers.records(answer, Section.ANSWER, name, type);
            if (!found.isEmpty()) {
                long least = Math.min(ttl, found.get(0).getTTL());
                return CompletableFuture.completedFuture(
                        new Seen.Records(List.copyOf(aliases), DnsAnswers.data(found), least));
            }
            List<Record> alias = DnsAnswers.records(answer, Section.ANSWER, name, Type.CNAME);
            if (alias.isEmpty() || aliases.size() > LONGEST_CHAIN) {
                break;
            }
            ttl = Math.min(ttl, alias.get(0).getTTL());
            name = ((CNAMERecord) alias.get(0)).getTarget();
            aliases.add(name.toString(true).toLowerCase(Locale.ROOT));
        }
        if (aliases.size() > LONGEST_CHAIN) {
            return CompletableFuture.completedFuture(new Seen.Unusable("its aliases lead in a ring"));
        }
        boolean elsewhere = authoritative && !aliases.isEmpty() && answer.getRcode() == Rcode.NOERROR;
        return elsewhere
                ? followed(name, type, List.copyOf(aliases), ttl)
                : CompletableFuture.completedFuture(DnsAnswers.negative(answer, aliases));
    }

    /** An alias that leads to another zone: that zone's own servers say what is at its end. */
    private CompletableFuture<Seen> followed(Name target, int type, List<String> aliases, long ttl) {
        HostName host = new HostName(target.toString(true).toLowerCase(Locale.ROOT));
        return questions.askAny(resolvers(), target, type, true).thenApply(heard -> {
            if (heard.failure() != null) {
                return heard.failure();
            }
            List<Record> found = heard.message().getSection(Section.ANSWER).stream()
                    .filter(r -> r.getType() == type)
                    .toList();
            if (!found.isEmpty()) {
                return new Seen.Records(aliases, DnsAnswers.data(found), ttl);
            }
            return heard.message().getRcode() == Rcode.NXDOMAIN
                    ? new Seen.NoSuchName(List.of(host.ascii()), ttl)
                    : new Seen.NoData(ttl);
        });
    }

    private static <T> CompletableFuture<List<T>> all(List<CompletableFuture<T>> parts) {
        return CompletableFuture.allOf(parts.toArray(CompletableFuture[]::new))
                .thenApply(done -> parts.stream().map(CompletableFuture::join).toList());
    }

    private static Name name(HostName host) {
        return Name.fromConstantString(host.ascii() + ".");
    }

    private static InetAddress address(String text) {
        try {
            return InetAddress.getByName(text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
