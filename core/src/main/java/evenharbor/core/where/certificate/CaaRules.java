package evenharbor.core.where.certificate;

import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Whether CAA records let an authority issue (RFC 8659). */
public final class CaaRules {

    private static final Set<String> KNOWN = Set.of("issue", "issuewild", "iodef", "contactemail", "contactphone");

    private CaaRules() {}

    /**
     * A CAA record.
     *
     * @param critical whether an authority that does not know its tag must not issue
     * @param tag such as {@code issue}
     * @param value such as {@code authority.example; policy=x}
     */
    public record Caa(boolean critical, String tag, String value) {

        private static final int CRITICAL = 128;

        /** Reads one in presentation form: {@code 0 issue "authority.example"}. */
        public static Caa parse(String data) {
            String[] part = data.strip().split("\\s+", 3);
            String value = part.length < 3 ? "" : part[2].replaceAll("^\"|\"$", "");
            return new Caa((Integer.parseInt(part[0]) & CRITICAL) != 0, part[1], value);
        }
    }

    /**
     * What they come to.
     *
     * @param permitted whether the authority may issue
     * @param sentence why not, or why
     */
    public record Verdict(boolean permitted, String sentence) {}

    /**
     * Judges the record set that counts for a name: the closest at the name or above it that is not empty.
     *
     * @param authority the domain name that the authority is known by
     */
    public static Verdict judge(List<Caa> records, String authority, boolean wildcard) {
        if (records.isEmpty()) {
            return new Verdict(true, "no CAA records, so any authority may issue");
        }
        for (Caa record : records) {
            if (record.critical() && !KNOWN.contains(record.tag().toLowerCase(Locale.ROOT))) {
                return new Verdict(
                        false, "a CAA record “" + record.tag() + "” forbids issuing to whoever does not know it");
            }
        }
        List<Caa> counting = of(records, "issuewild");
        if (!wildcard || counting.isEmpty()) {
            counting = of(records, "issue");
        }
        if (counting.isEmpty()) {
            return new Verdict(true, "its CAA records restrict nobody");
        }
        if (counting.stream().anyMatch(c -> issuer(c.value()).equalsIgnoreCase(authority))) {
            return new Verdict(true, "its CAA records name " + authority);
        }
        List<String> named = counting.stream()
                .map(c -> issuer(c.value()))
                .filter(name -> !name.isEmpty())
                .toList();
        return new Verdict(
                false,
                named.isEmpty()
                        ? "its CAA records forbid every authority"
                        : "its CAA records name only " + String.join(", ", named));
    }

    private static List<Caa> of(List<Caa> records, String tag) {
        return records.stream().filter(c -> c.tag().equalsIgnoreCase(tag)).toList();
    }

    /** The issuer's domain name in a value: what stands before the parameters. */
    private static String issuer(String value) {
        int semicolon = value.indexOf(';');
        return (semicolon < 0 ? value : value.substring(0, semicolon)).strip();
    }
}
