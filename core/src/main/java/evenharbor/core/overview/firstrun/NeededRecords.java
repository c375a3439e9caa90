package evenharbor.core.overview.firstrun;

import evenharbor.core.where.address.HostName;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The DNS records that lead to a harbor: to the application, to sites under its own name, to previews. */
public final class NeededRecords {

    private NeededRecords() {}

    /**
     * A record.
     *
     * @param name its owner; {@code *.} before it for all names below
     * @param type A or AAAA (RFC 1035, 3596)
     * @param value the number
     * @param asked a host name that this record answers for
     * @param what what is reached by it, for people
     */
    public record Needed(String name, String type, String value, HostName asked, String what) {}

    /**
     * The records of a harbor.
     *
     * @param app the application's host name; empty where it is reached on its machine alone
     * @param sites what names of sites end with
     * @param previews what names of previews end with
     * @param target the name that other names are made to point at
     * @param numbers the public numbers of the harbor
     */
    public static List<Needed> of(
            Optional<HostName> app, HostName sites, HostName previews, HostName target, List<String> numbers) {
        List<Needed> all = new ArrayList<>();
        app.ifPresent(name -> add(all, name.ascii(), name, "the application", numbers));
        add(all, "*." + sites.ascii(), sites.below("any-site"), "sites", numbers);
        add(all, "*." + previews.ascii(), previews.below("any-preview"), "previews", numbers);
        if (!target.isUnder(sites.ascii())) {
            add(all, target.ascii(), target, "names that people bring", numbers);
        }
        return List.copyOf(all);
    }

    private static void add(List<Needed> all, String name, HostName asked, String what, List<String> numbers) {
        for (String number : numbers) {
            all.add(new Needed(name, number.contains(":") ? "AAAA" : "A", number, asked, what));
        }
    }
}
