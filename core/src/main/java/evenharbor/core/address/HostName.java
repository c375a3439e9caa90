package evenharbor.core.address;

import com.ibm.icu.text.IDNA;
import java.util.List;

/**
 * A host name: lower case, without trailing dot, non-ASCII labels in their encoded form (A-labels, RFC 5890).
 *
 * @param ascii the name as DNS has it, such as {@code xn--caf-dma.club.localhost}
 */
public record HostName(String ascii) implements Comparable<HostName> {

    /** The longest host name, in octets without the trailing dot (RFC 1035 section 2.3.4). */
    public static final int LONGEST = 253;

    /** UTS #46, non-transitional, with the checks of IDNA2008. */
    static final IDNA ENCODING = IDNA.getUTS46Instance(IDNA.NONTRANSITIONAL_TO_ASCII
            | IDNA.NONTRANSITIONAL_TO_UNICODE
            | IDNA.USE_STD3_RULES
            | IDNA.CHECK_BIDI
            | IDNA.CHECK_CONTEXTJ
            | IDNA.CHECK_CONTEXTO);

    /** The name as people write it: {@code café.club.localhost}. */
    public String unicode() {
        return ascii.contains("xn--")
                ? ENCODING.nameToUnicode(ascii, new StringBuilder(), new IDNA.Info())
                        .toString()
                : ascii;
    }

    /** Its labels, the first one first. */
    public List<String> labels() {
        return List.of(ascii.split("\\."));
    }

    /** Whether it is that name or lies below it. */
    public boolean isWithin(HostName other) {
        return equals(other) || isUnder(other.ascii());
    }

    /** Whether it lies below that name. */
    public boolean isUnder(String ending) {
        int at = ascii.length() - ending.length();
        return at > 1 && ascii.charAt(at - 1) == '.' && ascii.endsWith(ending);
    }

    /** The name a label below this one has. */
    public HostName below(String label) {
        return new HostName(label + "." + ascii);
    }

    /** The name without its first label. */
    public HostName parent() {
        return new HostName(ascii.substring(ascii.indexOf('.') + 1));
    }

    /** The name within a zone: {@code www} in {@code papermoon.art}, {@code @} for the apex. */
    public String in(HostName zone) {
        return equals(zone)
                ? "@"
                : ascii.substring(0, ascii.length() - zone.ascii().length() - 1);
    }

    @Override
    public int compareTo(HostName other) {
        return ascii.compareTo(other.ascii);
    }

    @Override
    public String toString() {
        return ascii;
    }
}
