package evenharbor.core.where.domain;

import com.google.common.collect.LinkedHashMultimap;
import com.google.common.collect.SetMultimap;
import evenharbor.core.where.address.HostName;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.xbill.DNS.Name;

/**
 * The field's rules for record sets, enforced as they are typed (RFC 1034, 1035, 2181, 2782, 8659): for each set by itself
 * here, for all of them beside each other in {@link ZoneRules}.
 */
public final class RecordRules {

    /** The shortest time a record may be kept, in seconds: less would bring a flood of queries. */
    public static final long SHORTEST_TTL = 60;

    /** The longest, in seconds: a week. A mistake would be remembered longer than anyone can wait. */
    public static final long LONGEST_TTL = 7L * 86_400;

    /** The types a person may write. */
    public static final List<String> TYPES = List.of("A", "AAAA", "CNAME", "MX", "TXT", "CAA", "SRV", "NS");

    private static final int MOST_SETS = 500;
    private static final int MOST_RECORDS = 100;
    private static final Pattern LABEL = Pattern.compile("[a-z0-9_]([a-z0-9_-]{0,61}[a-z0-9_])?");
    private static final Pattern SERVICE = Pattern.compile("_[a-z0-9-]+\\._(tcp|udp|tls|sctp|dccp)(\\..+)?");

    private RecordRules() {}

    /**
     * The sets in the form that zones keep, and all that is wrong with them.
     *
     * @param zone the zone; to be used only when there are no faults
     * @param faults what is wrong
     */
    public record Verdict(Zone zone, List<RecordFault> faults) {}

    /** Judges all sets of a zone as typed. */
    public static Verdict judge(HostName apex, List<RecordSet> typed) {
        List<RecordFault> faults = new ArrayList<>();
        List<RecordSet> kept = new ArrayList<>();
        Map<RecordSet.Key, Integer> seen = new HashMap<>();
        SetMultimap<RecordSet.Key, Name> targets = LinkedHashMultimap.create();
        if (typed.size() > MOST_SETS) {
            faults.add(new RecordFault("", "", "name", -1, "A zone may have " + MOST_SETS + " record sets here."));
        }
        for (RecordSet set : typed) {
            RecordSet clean = judge(apex, set, faults, targets);
            if (seen.merge(clean.key(), 1, Integer::sum) == 2) {
                faults.add(fault(
                        set,
                        "name",
                        -1,
                        "There are two sets of " + clean.type() + " records at “" + clean.name()
                                + "”. Put the records into one."));
            }
            kept.add(clean);
        }
        Zone zone = Zone.of(apex, kept);
        new ZoneRules(zone, targets).judge(faults);
        return new Verdict(zone, List.copyOf(faults));
    }

    static RecordFault fault(RecordSet set, String field, int index, String sentence) {
        return new RecordFault(set.name(), set.type(), field, index, sentence);
    }

    private static RecordSet judge(
            HostName apex, RecordSet set, List<RecordFault> faults, SetMultimap<RecordSet.Key, Name> targets) {
        String type = set.type().strip().toUpperCase(Locale.ROOT);
        String name = nameWithin(set.name(), apex);
        if (!TYPES.contains(type)) {
            faults.add(fault(
                    set,
                    "type",
                    -1,
                    "Records of type “" + type + "” are not kept here. Use one of " + String.join(", ", TYPES) + "."));
            return new RecordSet(name, type, set.ttl(), set.data());
        }
        faultOfName(name, type).ifPresent(sentence -> faults.add(fault(set, "name", -1, sentence)));
        if (set.ttl() < SHORTEST_TTL || set.ttl() > LONGEST_TTL) {
            faults.add(fault(
                    set,
                    "ttl",
                    -1,
                    "The TTL is between " + SHORTEST_TTL + " seconds and a week (" + LONGEST_TTL + "); not " + set.ttl()
                            + "."));
        }
        if (set.data().isEmpty()) {
            faults.add(fault(set, "data", -1, "A record set has at least one record. " + RecordData.example(type)));
        }
        if (set.data().size() > MOST_RECORDS) {
            faults.add(fault(set, "data", -1, "A record set may have " + MOST_RECORDS + " records here."));
        }
        Set<String> data = new LinkedHashSet<>();
        for (int i = 0; i < set.data().size(); i++) {
            RecordData.Reading reading = RecordData.read(type, set.data().get(i), apex);
            if (reading.kept().isEmpty()) {
                faults.add(fault(set, "data", i, reading.fault()));
                data.add(set.data().get(i));
            } else if (!data.add(reading.kept().get())) {
                faults.add(fault(
                        set,
                        "data",
                        i,
                        "This record is there twice: " + reading.kept().get() + "."));
            }
            reading.target().ifPresent(target -> targets.put(new RecordSet.Key(name, type), target));
        }
        if (type.equals("CNAME") && set.data().size() > 1) {
            faults.add(fault(set, "data", 1, "A name can be an alias of one other name only. Keep one CNAME record."));
        }
        return new RecordSet(name, type, set.ttl(), List.copyOf(data));
    }

    /** The name as zones keep it: lower case, without the domain behind it; {@code @} for the apex. */
    static String nameWithin(String typed, HostName apex) {
        String name = typed.strip().toLowerCase(Locale.ROOT);
        if (name.endsWith(".")) {
            name = name.substring(0, name.length() - 1);
        }
        if (name.isEmpty() || name.equals(RecordSet.APEX) || name.equals(apex.ascii())) {
            return RecordSet.APEX;
        }
        return name.endsWith("." + apex.ascii())
                ? name.substring(0, name.length() - apex.ascii().length() - 1)
                : name;
    }

    private static Optional<String> faultOfName(String name, String type) {
        if (name.equals(RecordSet.APEX)) {
            return switch (type) {
                case "CNAME" ->
                    Optional.of(
                            "The domain itself cannot be an alias (CNAME): it has other records. Use A or AAAA records here.");
                case "NS" ->
                    Optional.of(
                            "The domain's own name servers are kept by the harbor. NS records are for names below it.");
                case "SRV" -> Optional.of("An SRV record stands at a service, such as _sip._tcp.");
                default -> Optional.empty();
            };
        }
        String rest = name.startsWith("*.") ? name.substring(2) : name.equals("*") ? "a" : name;
        for (String label : rest.split("\\.", -1)) {
            if (!LABEL.matcher(label).matches()) {
                return Optional.of(
                        "“" + name
                                + "” is no name within a zone. Its parts have letters, digits, hyphens and underscores; a * stands only in front.");
            }
        }
        if (type.equals("SRV") && !SERVICE.matcher(name).matches()) {
            return Optional.of("An SRV record stands at a service, such as _sip._tcp; “" + name + "” is none.");
        }
        return Optional.empty();
    }
}
