package evenharbor.practice.dns;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Master;
import org.xbill.DNS.Name;
import org.xbill.DNS.RRset;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.Type;

/** One zone as a name server holds it, kept as a zone file. Every change raises the serial. */
final class ZoneStore {

    private final Name apex;
    private final Path file;
    private final TreeMap<Name, Map<Integer, RRset>> names = new TreeMap<>();

    private ZoneStore(Name apex, Path file) {
        this.apex = apex;
        this.file = file;
    }

    /** Opens the zone's file, or begins one with these records. */
    static ZoneStore open(Path folder, Name apex, List<Record> first) {
        Path file = folder.resolve((apex.equals(Name.root) ? "root" : apex.toString(true)) + ".zone");
        ZoneStore zone = new ZoneStore(apex, file);
        try {
            Files.createDirectories(folder);
            if (Files.exists(file)) {
                try (Master master = new Master(file.toString(), apex)) {
                    for (Record r = master.nextRecord(); r != null; r = master.nextRecord()) {
                        zone.put(r);
                    }
                }
            } else {
                first.forEach(zone::put);
                zone.save();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return zone;
    }

    Name apex() {
        return apex;
    }

    synchronized SOARecord soa() {
        return (SOARecord) names.get(apex).get(Type.SOA).first();
    }

    synchronized Optional<RRset> find(Name name, int type) {
        return Optional.ofNullable(names.getOrDefault(name, Map.of()).get(type));
    }

    synchronized List<RRset> at(Name name) {
        return List.copyOf(names.getOrDefault(name, Map.of()).values());
    }

    /** Whether there is something at the name or below it. */
    synchronized boolean exists(Name name) {
        Name next = names.ceilingKey(name);
        return names.containsKey(name) || (next != null && next.subdomain(name));
    }

    /** All records, the SOA record first. */
    synchronized List<Record> all() {
        List<Record> all = new ArrayList<>();
        all.add(soa());
        names.values()
                .forEach(types -> types.forEach((type, set) -> {
                    if (type != Type.SOA) {
                        all.addAll(set.rrs(false));
                    }
                }));
        return all;
    }

    /** Adds a record; a set has one TTL, the one of the record added last. */
    synchronized void put(Record record) {
        Map<Integer, RRset> types = names.computeIfAbsent(record.getName(), n -> new TreeMap<>());
        RRset before = types.get(record.getType());
        RRset after = new RRset();
        if (before != null && record.getType() != Type.SOA && record.getType() != Type.CNAME) {
            for (Record old : before.rrs(false)) {
                if (!old.equals(record)) {
                    after.addRR(Record.newRecord(
                            old.getName(), old.getType(), DClass.IN, record.getTTL(), old.rdataToWireCanonical()));
                }
            }
        }
        after.addRR(record);
        types.put(record.getType(), after);
    }

    synchronized void remove(Name name, int type) {
        Map<Integer, RRset> types = names.get(name);
        if (types != null) {
            if (type == Type.ANY) {
                types.keySet().removeIf(t -> !name.equals(apex) || (t != Type.SOA && t != Type.NS));
            } else {
                types.remove(type);
            }
            if (types.isEmpty()) {
                names.remove(name);
            }
        }
    }

    synchronized void remove(Record record) {
        find(record.getName(), record.getType()).ifPresent(set -> {
            List<Record> rest = set.rrs(false).stream()
                    .filter(r -> !r.rdataToString().equals(record.rdataToString()))
                    .toList();
            remove(record.getName(), record.getType());
            rest.forEach(this::put);
        });
    }

    /** Raises the serial and writes the file. */
    synchronized void changed() {
        SOARecord soa = soa();
        put(new SOARecord(
                apex,
                DClass.IN,
                soa.getTTL(),
                soa.getHost(),
                soa.getAdmin(),
                soa.getSerial() + 1,
                soa.getRefresh(),
                soa.getRetry(),
                soa.getExpire(),
                soa.getMinimum()));
        save();
    }

    private void save() {
        StringBuilder text = new StringBuilder();
        all().forEach(r -> text.append(r).append('\n'));
        try {
            Path written = Files.writeString(file.resolveSibling(file.getFileName() + ".tmp"), text);
            Files.move(written, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
