package evenharbor.core.where.domain;

import com.google.common.collect.SetMultimap;
import com.google.common.collect.TreeMultimap;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.xbill.DNS.Name;

/** Rules for the sets of a zone beside each other: what is right by itself may be wrong together. */
final class ZoneRules {

    private static final Set<String> ADDRESSES = Set.of("A", "AAAA");
    private static final Set<String> LEADING_ON = Set.of("MX", "SRV", "NS");

    private final Zone zone;
    private final SetMultimap<RecordSet.Key, Name> targets;
    private final TreeMultimap<String, String> typesAt = TreeMultimap.create();

    /**
     * The rules for a zone.
     *
     * @param targets the names that the records of each set lead to
     */
    ZoneRules(Zone zone, SetMultimap<RecordSet.Key, Name> targets) {
        this.zone = zone;
        this.targets = targets;
        zone.sets().forEach(set -> typesAt.put(set.name(), set.type()));
    }

    /** Adds all that is wrong. */
    void judge(List<RecordFault> faults) {
        for (RecordSet set : zone.sets()) {
            switch (set.type()) {
                case "CNAME" -> aloneAsAlias(set).ifPresent(faults::add);
                case "NS" -> unseenBesideDelegation(set).ifPresent(faults::add);
                default -> {
                    // Other types bear each other.
                }
            }
            if (LEADING_ON.contains(set.type())) {
                targets.get(set.key()).forEach(target -> ofTarget(set, target).forEach(faults::add));
            }
            unseenBelowDelegation(set).ifPresent(faults::add);
        }
    }

    private static RecordFault ofName(RecordSet set, String sentence) {
        return RecordRules.fault(set, "name", -1, sentence);
    }

    private Optional<RecordFault> aloneAsAlias(RecordSet set) {
        Set<String> types = typesAt.get(set.name());
        return types.size() == 1
                ? Optional.empty()
                : Optional.of(ofName(
                        set,
                        "“" + set.name() + "” is an alias (CNAME), so it can have no other records; it has "
                                + String.join(", ", types) + "."));
    }

    private Optional<RecordFault> unseenBesideDelegation(RecordSet set) {
        return typesAt.get(set.name()).stream()
                .filter(type -> !type.equals("NS") && !ADDRESSES.contains(type))
                .findFirst()
                .map(type -> ofName(
                        set,
                        "“" + set.name() + "” is handed on to other name servers (NS); its " + type
                                + " records would never be seen."));
    }

    private Optional<RecordFault> unseenBelowDelegation(RecordSet set) {
        // An address of the name server itself is glue, and belongs here.
        if (ADDRESSES.containsAll(typesAt.get(set.name()))) {
            return Optional.empty();
        }
        return above(set.name())
                .filter(name -> typesAt.containsEntry(name, "NS"))
                .findFirst()
                .map(
                        name -> ofName(
                                set,
                                "“" + name
                                        + "” is handed on to other name servers (NS), so records below it would never be seen here."));
    }

    private List<RecordFault> ofTarget(RecordSet set, Name target) {
        String name = target.toString(true);
        String within = RecordRules.nameWithin(name, zone.apex());
        List<RecordFault> faults = new ArrayList<>();
        if (leadsNowhere(target, within)) {
            faults.add(RecordRules.fault(
                    set,
                    "data",
                    -1,
                    "“" + name + "” is in this zone and has no address. Add an A or AAAA record for it"
                            + " first: name servers refuse a target that leads nowhere."));
        }
        if (typesAt.containsEntry(within, "CNAME")) {
            faults.add(RecordRules.fault(
                    set,
                    "data",
                    -1,
                    "“" + name + "” is an alias (CNAME). The target of a " + set.type()
                            + " record must have addresses of its own (RFC 2181 section 10.3)."));
        }
        return faults;
    }

    /** Whether it is in the zone and has no address there, nor is handed on to other servers. */
    private boolean leadsNowhere(Name target, String within) {
        boolean inZone = target.subdomain(Name.fromConstantString(zone.apex().ascii() + "."));
        boolean byItself = has(within, "A", "AAAA", "CNAME");
        boolean handedOn = Stream.concat(Stream.of(within), above(within)).anyMatch(name -> has(name, "NS"));
        boolean byWildcard = Stream.concat(above(within).map(name -> "*." + name), Stream.of("*"))
                .anyMatch(name -> has(name, "A", "AAAA"));
        return inZone && !byItself && !handedOn && !byWildcard;
    }

    private boolean has(String name, String... types) {
        return Stream.of(types).anyMatch(type -> typesAt.containsEntry(name, type));
    }

    /** The names within the zone that a name lies below, the nearest first; the apex is none of them. */
    private static Stream<String> above(String name) {
        return Stream.iterate(name.indexOf('.'), dot -> dot >= 0, dot -> name.indexOf('.', dot + 1))
                .map(dot -> name.substring(dot + 1));
    }
}
