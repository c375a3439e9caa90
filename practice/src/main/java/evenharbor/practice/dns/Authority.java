package evenharbor.practice.dns;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import org.xbill.DNS.CNAMERecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.NSRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Opcode;
import org.xbill.DNS.RRset;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TSIG;
import org.xbill.DNS.Type;

/** Answers for zones: queries, transfers (RFC 5936) and signed updates (RFC 2136, 8945). */
final class Authority implements DnsServer.Answerer {

    private static final int LONGEST_CHAIN = 8;

    private final Map<Name, ZoneStore> zones = new ConcurrentHashMap<>();
    private final Optional<TSIG> key;
    private final Function<Name, ZoneStore> maker;

    /**
     * An authority.
     *
     * @param key the key of those who may change zones; empty when nobody may
     * @param maker makes a zone that a signed update begins
     */
    Authority(Optional<TSIG> key, Function<Name, ZoneStore> maker) {
        this.key = key;
        this.maker = maker;
    }

    void add(ZoneStore zone) {
        zones.put(zone.apex(), zone);
    }

    Optional<ZoneStore> zone(Name apex) {
        return Optional.ofNullable(zones.get(apex));
    }

    List<ZoneStore> zones() {
        return zones.values().stream()
                .sorted((a, b) -> a.apex().compareTo(b.apex()))
                .toList();
    }

    void forget(Name apex) {
        zones.remove(apex);
    }

    @Override
    public Message answer(Message query, byte[] wire) {
        return switch (query.getHeader().getOpcode()) {
            case Opcode.UPDATE -> update(query, wire);
            case Opcode.QUERY ->
                query.getQuestion() == null
                        ? DnsServer.failure(query, Rcode.FORMERR)
                        : query.getQuestion().getType() == Type.AXFR
                                ? transfer(query, wire)
                                : signed(
                                        look(query),
                                        query,
                                        query.getTSIG() == null ? Rcode.NOERROR : verify(query, wire));
            default -> DnsServer.failure(query, Rcode.NOTIMP);
        };
    }

    private Optional<ZoneStore> closest(Name name) {
        for (int skip = 0; skip <= name.labels() - 1; skip++) {
            ZoneStore zone = zones.get(skip == 0 ? name : new Name(name, skip));
            if (zone != null) {
                return Optional.of(zone);
            }
        }
        return Optional.empty();
    }

    private Message look(Message query) {
        Name name = query.getQuestion().getName();
        Optional<ZoneStore> found = closest(name);
        if (found.isEmpty()) {
            return DnsServer.failure(query, Rcode.REFUSED);
        }
        Message answer = DnsServer.failure(query, Rcode.NOERROR);
        answer.getHeader().setFlag(Flags.AA);
        ZoneStore zone = found.get();
        for (int hop = 0; hop < LONGEST_CHAIN; hop++) {
            Optional<Name> next = step(zone, name, query.getQuestion().getType(), answer);
            if (next.isEmpty()) {
                return answer;
            }
            name = next.get();
            Optional<ZoneStore> at = closest(name);
            if (at.isEmpty()) {
                return answer;
            }
            zone = at.get();
        }
        return answer;
    }

    /** One step of RFC 1034 section 4.3.2. Returns the name an alias leads to. */
    private static Optional<Name> step(ZoneStore zone, Name name, int type, Message answer) {
        Optional<RRset> cut = delegation(zone, name);
        if (cut.isPresent()) {
            if (answer.getSection(Section.ANSWER).isEmpty()) {
                answer.getHeader().unsetFlag(Flags.AA);
            }
            for (Record ns : cut.get().rrs(false)) {
                answer.addRecord(ns, Section.AUTHORITY);
                for (int glue : new int[] {Type.A, Type.AAAA}) {
                    zone.find(((NSRecord) ns).getTarget(), glue)
                            .ifPresent(set -> set.rrs(false).forEach(r -> answer.addRecord(r, Section.ADDITIONAL)));
                }
            }
            return Optional.empty();
        }
        List<RRset> sets = zone.at(name);
        if (sets.isEmpty() && !zone.exists(name)) {
            sets = wildcard(zone, name);
            if (sets.isEmpty()) {
                answer.getHeader().setRcode(Rcode.NXDOMAIN);
                answer.addRecord(negative(zone), Section.AUTHORITY);
                return Optional.empty();
            }
        }
        for (RRset set : sets) {
            if (set.getType() == Type.CNAME && type != Type.CNAME && type != Type.ANY) {
                Record alias = set.first();
                answer.addRecord(alias, Section.ANSWER);
                return Optional.of(((CNAMERecord) alias).getTarget());
            }
        }
        List<RRset> wanted = sets.stream()
                .filter(s -> type == Type.ANY || s.getType() == type)
                .toList();
        wanted.forEach(s -> s.rrs(false).forEach(r -> answer.addRecord(r, Section.ANSWER)));
        if (wanted.isEmpty()) {
            answer.addRecord(negative(zone), Section.AUTHORITY);
        }
        return Optional.empty();
    }

    private static Optional<RRset> delegation(ZoneStore zone, Name name) {
        for (int labels = zone.apex().labels() + 1; labels <= name.labels(); labels++) {
            Name at = labels == name.labels() ? name : new Name(name, name.labels() - labels);
            Optional<RRset> ns = zone.find(at, Type.NS);
            if (ns.isPresent()) {
                return ns;
            }
        }
        return Optional.empty();
    }

    /** Records made from a wildcard at the closest encloser (RFC 4592 section 3.3.1). */
    private static List<RRset> wildcard(ZoneStore zone, Name name) {
        for (int skip = 1; skip <= name.labels() - zone.apex().labels(); skip++) {
            Name encloser = new Name(name, skip);
            if (zone.exists(encloser) || encloser.equals(zone.apex())) {
                List<RRset> made = new ArrayList<>();
                for (RRset set : zone.at(Name.fromConstantString("*." + encloser))) {
                    RRset copy = new RRset();
                    set.rrs(false)
                            .forEach(r -> copy.addRR(Record.newRecord(
                                    name, r.getType(), r.getDClass(), r.getTTL(), r.rdataToWireCanonical())));
                    made.add(copy);
                }
                return made;
            }
        }
        return List.of();
    }

    /** The SOA record with the TTL that a negative answer has (RFC 2308 section 5). */
    private static SOARecord negative(ZoneStore zone) {
        SOARecord soa = zone.soa();
        return new SOARecord(
                soa.getName(),
                DClass.IN,
                Math.min(soa.getTTL(), soa.getMinimum()),
                soa.getHost(),
                soa.getAdmin(),
                soa.getSerial(),
                soa.getRefresh(),
                soa.getRetry(),
                soa.getExpire(),
                soa.getMinimum());
    }

    private Message transfer(Message query, byte[] wire) {
        int verified = verify(query, wire);
        Optional<ZoneStore> zone = zone(query.getQuestion().getName());
        if (verified != Rcode.NOERROR || zone.isEmpty()) {
            return signed(DnsServer.failure(query, zone.isEmpty() ? Rcode.NOTAUTH : Rcode.REFUSED), query, verified);
        }
        Message answer = DnsServer.failure(query, Rcode.NOERROR);
        answer.getHeader().setFlag(Flags.AA);
        zone.get().all().forEach(r -> answer.addRecord(r, Section.ANSWER));
        answer.addRecord(zone.get().soa(), Section.ANSWER);
        return signed(answer, query, Rcode.NOERROR);
    }

    /** The TSIG error: NOERROR, BADSIG, BADKEY or BADTIME. */
    private int verify(Message query, byte[] wire) {
        if (key.isEmpty() || query.getTSIG() == null) {
            return Rcode.BADKEY;
        }
        return key.get().verify(query, wire, null);
    }

    private Message signed(Message answer, Message query, int error) {
        if (query.getTSIG() != null && key.isPresent()) {
            answer.setTSIG(key.get(), error, query.getTSIG());
        }
        return answer;
    }

    private Message update(Message query, byte[] wire) {
        int verified = verify(query, wire);
        if (verified != Rcode.NOERROR) {
            return signed(
                    DnsServer.failure(query, key.isEmpty() || query.getTSIG() == null ? Rcode.REFUSED : Rcode.NOTAUTH),
                    query,
                    verified);
        }
        Name apex = query.getQuestion().getName();
        ZoneStore zone = zones.computeIfAbsent(apex, maker);
        if (zone == null) {
            return signed(DnsServer.failure(query, Rcode.NOTAUTH), query, Rcode.NOERROR);
        }
        synchronized (zone) {
            int unmet = prerequisites(zone, query.getSection(Section.PREREQ));
            if (unmet == Rcode.NOERROR) {
                query.getSection(Section.UPDATE).forEach(record -> apply(zone, record));
                zone.changed();
            }
            return signed(DnsServer.failure(query, unmet), query, Rcode.NOERROR);
        }
    }

    /** RFC 2136 section 3.2. */
    private static int prerequisites(ZoneStore zone, List<Record> wanted) {
        Map<String, List<Record>> exact = new ConcurrentHashMap<>();
        for (Record record : wanted) {
            if (!record.getName().subdomain(zone.apex())) {
                return Rcode.NOTZONE;
            }
            boolean any = record.getType() == Type.ANY;
            boolean there = any
                    ? !zone.at(record.getName()).isEmpty()
                    : zone.find(record.getName(), record.getType()).isPresent();
            if (record.getDClass() == DClass.ANY && !there) {
                return any ? Rcode.NXDOMAIN : Rcode.NXRRSET;
            }
            if (record.getDClass() == DClass.NONE && there) {
                return any ? Rcode.YXDOMAIN : Rcode.YXRRSET;
            }
            if (record.getDClass() == DClass.IN) {
                exact.computeIfAbsent(record.getName() + " " + record.getType(), k -> new ArrayList<>())
                        .add(record);
            }
        }
        for (List<Record> set : exact.values()) {
            List<String> here = zone.find(set.get(0).getName(), set.get(0).getType())
                    .map(s -> s.rrs(false).stream()
                            .map(Record::rdataToString)
                            .sorted()
                            .toList())
                    .orElse(List.of());
            if (!here.equals(set.stream().map(Record::rdataToString).sorted().toList())) {
                return Rcode.NXRRSET;
            }
        }
        return Rcode.NOERROR;
    }

    /** RFC 2136 section 3.4.2. */
    private static void apply(ZoneStore zone, Record record) {
        if (record.getDClass() == DClass.ANY) {
            zone.remove(record.getName(), record.getType());
        } else if (record.getDClass() == DClass.NONE) {
            zone.remove(
                    Record.newRecord(record.getName(), record.getType(), DClass.IN, 0, record.rdataToWireCanonical()));
        } else if (record.getType() != Type.SOA) {
            zone.put(record);
        }
    }
}
