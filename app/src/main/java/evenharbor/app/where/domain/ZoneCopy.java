package evenharbor.app.where.domain;

import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneFile;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** A zone as it was last seen at its name servers. */
@Entity
class ZoneCopy {
    @Id
    String domainId;

    String records;
    long serial;
    String ours;
    String yielding;
    String beforeRecords;
    String changedBy;
    Instant changedAt;
    Instant seenAt;
    boolean emptied;

    /** The copy of a zone that was never seen. */
    static ZoneCopy begun(String domainId) {
        ZoneCopy copy = new ZoneCopy();
        copy.domainId = domainId;
        copy.records = "";
        copy.ours = "";
        copy.yielding = "";
        return copy;
    }

    /** The zone as it was last seen. */
    Zone zone(Domain domain) {
        return read(domain, records);
    }

    /** The zone as it was before the last change; empty when that cannot be undone. */
    Optional<Zone> before(Domain domain) {
        return Optional.ofNullable(beforeRecords).map(file -> read(domain, file));
    }

    private static Zone read(Domain domain, String file) {
        return Zone.of(domain.name(), ZoneFile.read(file, domain.name()).sets());
    }

    /** The sets that the harbor wrote. */
    Set<RecordSet.Key> ours() {
        return keys(ours);
    }

    void ours(Set<RecordSet.Key> keys) {
        ours = lines(keys);
    }

    /** The names at which a person's records give way. */
    Set<String> yielding() {
        return Arrays.stream(yielding.split("\n")).filter(n -> !n.isEmpty()).collect(Collectors.toSet());
    }

    void yieldAt(String name) {
        Set<String> names = new TreeSet<>(yielding());
        names.add(name);
        yielding = String.join("\n", names);
    }

    private static Set<RecordSet.Key> keys(String lines) {
        return Arrays.stream(lines.split("\n"))
                .filter(line -> !line.isEmpty())
                .map(line ->
                        new RecordSet.Key(line.substring(0, line.indexOf(' ')), line.substring(line.indexOf(' ') + 1)))
                .collect(Collectors.toSet());
    }

    private static String lines(Set<RecordSet.Key> keys) {
        return keys.stream().sorted().map(k -> k.name() + " " + k.type()).collect(Collectors.joining("\n"));
    }
}
