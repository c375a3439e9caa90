package evenharbor.core.where.domain;

import evenharbor.core.where.address.HostName;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Records that were left behind: someone else could answer where they lead. */
public final class Dangers {

    private Dangers() {}

    /**
     * One record set that is a danger.
     *
     * @param set the set
     * @param sentence what may happen and what to do
     */
    public record Danger(RecordSet set, String sentence) {}

    /**
     * The dangers in a zone.
     *
     * @param zone the zone
     * @param here what leads here
     * @param claimed the host names at which a site or pointer of the account answers
     * @param harbor the ending of harbor addresses
     * @param own the account's own harbor addresses, in full
     */
    public static List<Danger> in(Zone zone, Expected here, Set<String> claimed, String harbor, Set<String> own) {
        List<Danger> found = new ArrayList<>();
        for (RecordSet set : zone.sets()) {
            String host = set.name().equals(RecordSet.APEX)
                    ? zone.apex().ascii()
                    : set.name() + "." + zone.apex().ascii();
            String target = set.type().equals("CNAME") ? set.data().get(0).replaceFirst("\\.$", "") : "";
            if (leadsHere(set, target, here) && !claimed.contains(host)) {
                found.add(
                        new Danger(
                                set,
                                host
                                        + " leads here with no site behind it. Whoever claims the name next answers for it. Take the record out, or give the name a site."));
            } else if (new HostName(target).isUnder(harbor) && !target.equals(here.target()) && !own.contains(target)) {
                found.add(
                        new Danger(
                                set,
                                host + " is an alias of " + target
                                        + ", which is not yours (any more). Whoever claims that name decides what visitors get. Take the record out, or change it."));
            }
        }
        return List.copyOf(found);
    }

    private static boolean leadsHere(RecordSet set, String target, Expected here) {
        return switch (set.type()) {
            case "A" -> here.v4().containsAll(set.data());
            case "AAAA" -> !here.v6().isEmpty() && here.v6().containsAll(set.data());
            case "CNAME" -> target.equals(here.target());
            default -> false;
        };
    }
}
