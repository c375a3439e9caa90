package evenharbor.practice.dns;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.CNAMERecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.NSRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.Type;

/** A resolver as visitors use one: asks from the root down, and keeps what it heard for as long as it may. */
final class CachingResolver implements DnsServer.Answerer {

    private static final int MOST_STEPS = 24;
    private static final int LONGEST_CHAIN = 8;
    private static final Duration PATIENCE = Duration.ofMillis(900);

    private final InetAddress root;
    private final int port;
    private final Clock clock;
    private final Map<String, Kept> cache = new ConcurrentHashMap<>();
    private volatile boolean stale;

    /** An answer that is kept: records, or the SOA record of a negative one. */
    private record Kept(int rcode, List<Record> records, Optional<SOARecord> soa, long untilSecond) {

        String words() {
            if (rcode == Rcode.NXDOMAIN) {
                return "no such name";
            }
            return records.isEmpty()
                    ? "no such record"
                    : records.stream().map(Record::rdataToString).collect(Collectors.joining(", "));
        }
    }

    CachingResolver(InetAddress root, int port, Clock clock) {
        this.root = root;
        this.port = port;
        this.clock = clock;
    }

    void keepTooLong(boolean tooLong) {
        stale = tooLong;
    }

    void forget() {
        cache.clear();
    }

    /** What is kept now, for people: name, type, what, and for how many more seconds. */
    List<String> kept() {
        long now = clock.instant().getEpochSecond();
        return cache.entrySet().stream()
                .filter(e -> e.getValue().untilSecond() > now)
                .map(e -> e.getKey() + ": " + e.getValue().words() + ", for "
                        + (e.getValue().untilSecond() - now) + " s")
                .sorted()
                .toList();
    }

    @Override
    public Message answer(Message query, byte[] wire) {
        Message answer = DnsServer.failure(query, Rcode.NOERROR);
        answer.getHeader().setFlag(Flags.RA);
        Record question = query.getQuestion();
        Name name = question.getName();
        for (int hop = 0; hop < LONGEST_CHAIN; hop++) {
            Optional<Kept> found = look(name, question.getType(), 0);
            if (found.isEmpty()) {
                return DnsServer.failure(query, Rcode.SERVFAIL);
            }
            Kept kept = found.get();
            long left = Math.max(1, kept.untilSecond() - clock.instant().getEpochSecond());
            kept.records().forEach(r -> answer.addRecord(aged(r, left), Section.ANSWER));
            answer.getHeader().setRcode(kept.rcode());
            kept.soa().ifPresent(soa -> answer.addRecord(aged(soa, left), Section.AUTHORITY));
            boolean alias = question.getType() != Type.CNAME
                    && !kept.records().isEmpty()
                    && kept.records().get(0) instanceof CNAMERecord;
            if (!alias) {
                return answer;
            }
            name = ((CNAMERecord) kept.records().get(0)).getTarget();
        }
        return DnsServer.failure(query, Rcode.SERVFAIL);
    }

    private static Record aged(Record record, long ttl) {
        return Record.newRecord(record.getName(), record.getType(), DClass.IN, ttl, record.rdataToWireCanonical());
    }

    private static String key(Name name, int type) {
        return name.toString(true).toLowerCase(Locale.ROOT) + " " + Type.string(type);
    }

    private Optional<Kept> cached(Name name, int type) {
        Kept kept = cache.get(key(name, type));
        boolean good =
                kept != null && (stale || kept.untilSecond() > clock.instant().getEpochSecond());
        return good ? Optional.of(kept) : Optional.empty();
    }

    /** One name and type: from memory, or from the root down. Empty when nobody could say. */
    private Optional<Kept> look(Name name, int type, int depth) {
        Optional<Kept> known =
                cached(name, type).or(() -> type == Type.CNAME ? Optional.empty() : cached(name, Type.CNAME));
        return known.isPresent() || depth > 4 ? known : ask(name, type, depth);
    }

    private Optional<Kept> ask(Name name, int type, int depth) {
        List<InetAddress> servers = startingAt(name, depth);
        for (int step = 0; step < MOST_STEPS; step++) {
            Optional<Message> heard = first(servers, name, type);
            if (heard.isEmpty()) {
                return Optional.empty();
            }
            Message answer = heard.get();
            List<Record> records = answer.getSection(Section.ANSWER).stream()
                    .filter(r -> r.getName().equals(name))
                    .filter(r -> r.getType() == type || r.getType() == Type.CNAME)
                    .toList();
            if (!records.isEmpty()) {
                return Optional.of(keep(
                        name,
                        records.get(0).getType(),
                        Rcode.NOERROR,
                        records,
                        Optional.empty(),
                        records.get(0).getTTL()));
            }
            Optional<SOARecord> soa = answer.getSection(Section.AUTHORITY).stream()
                    .filter(SOARecord.class::isInstance)
                    .map(SOARecord.class::cast)
                    .findFirst();
            if (soa.isPresent()) {
                return Optional.of(keep(
                        name, type, answer.getRcode(), List.of(), soa, soa.get().getTTL()));
            }
            List<Record> referral = answer.getSection(Section.AUTHORITY).stream()
                    .filter(NSRecord.class::isInstance)
                    .toList();
            if (referral.isEmpty()) {
                return Optional.empty();
            }
            keep(
                    referral.get(0).getName(),
                    Type.NS,
                    Rcode.NOERROR,
                    referral,
                    Optional.empty(),
                    referral.get(0).getTTL());
            answer.getSection(Section.ADDITIONAL).stream()
                    .filter(ARecord.class::isInstance)
                    .forEach(glue -> keep(
                            glue.getName(), Type.A, Rcode.NOERROR, List.of(glue), Optional.empty(), glue.getTTL()));
            servers = addresses(referral, depth);
        }
        return Optional.empty();
    }

    private Kept keep(Name name, int type, int rcode, List<Record> records, Optional<SOARecord> soa, long ttl) {
        Kept kept = new Kept(rcode, records, soa, clock.instant().getEpochSecond() + ttl);
        cache.put(key(name, type), kept);
        return kept;
    }

    /** The servers of the closest zone known from before; the root's when none is. */
    private List<InetAddress> startingAt(Name name, int depth) {
        for (int skip = 0; skip < name.labels() - 1; skip++) {
            Optional<Kept> ns = cached(skip == 0 ? name : new Name(name, skip), Type.NS);
            if (ns.isPresent() && !ns.get().records().isEmpty()) {
                List<InetAddress> servers = addresses(ns.get().records(), depth);
                if (!servers.isEmpty()) {
                    return servers;
                }
            }
        }
        return List.of(root);
    }

    private List<InetAddress> addresses(List<Record> servers, int depth) {
        List<InetAddress> found = new ArrayList<>();
        for (Record ns : servers) {
            look(((NSRecord) ns).getTarget(), Type.A, depth + 1)
                    .ifPresent(kept -> kept.records().stream()
                            .filter(ARecord.class::isInstance)
                            .forEach(a -> found.add(((ARecord) a).getAddress())));
        }
        return found;
    }

    private Optional<Message> first(List<InetAddress> servers, Name name, int type) {
        for (InetAddress server : servers) {
            try {
                SimpleResolver resolver = new SimpleResolver(new InetSocketAddress(server, port));
                resolver.setTimeout(PATIENCE);
                Message query = Message.newQuery(Record.newRecord(name, type, DClass.IN));
                query.getHeader().unsetFlag(Flags.RD);
                Message answer = resolver.send(query);
                if (answer.getRcode() == Rcode.NOERROR || answer.getRcode() == Rcode.NXDOMAIN) {
                    return Optional.of(answer);
                }
            } catch (IOException e) {
                // The next one may answer.
            }
        }
        return Optional.empty();
    }
}
