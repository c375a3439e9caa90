package evenharbor.core.where.address;

import com.ibm.icu.text.IDNA;
import java.util.List;
import java.util.regex.Pattern;

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

    private static final Pattern PLAIN = Pattern.compile("[a-z0-9.-]*");

    /** A well-formed name that people wrote, in lower case, in any script. */
    static HostName of(String written) {
        return new HostName(
                isPlain(written)
                        ? written
                        : ENCODING.nameToASCII(written, new StringBuilder(), new IDNA.Info())
                                .toString());
    }

    /** Whether it is of letters, digits, hyphens and dots alone, so that DNS has it as it is. */
    static boolean isPlain(String name) {
        return PLAIN.matcher(name).matches();
    }

    /** The name as people write it: {@code café.club.localhost}. */
    public String unicode() {
        return ascii.contains("xn--")
                ? ENCODING.nameToUnicode(ascii, new StringBuilder(), new IDNA.Info())
                        .toString()
                : ascii;
    }

    /** The name and a path under it as people write them, without a slash at the end. */
    public String unicode(String path) {
        return unicode() + path.substring(0, path.length() - 1);
    }

    /** Its labels, the first one first. */
    public List<String> labels() {
        return List.of(ascii.split("\\."));
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
