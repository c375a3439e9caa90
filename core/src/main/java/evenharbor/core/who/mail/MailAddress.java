package evenharbor.core.who.mail;

import com.ibm.icu.text.IDNA;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * E-mail addresses as people type and paste them. One address is kept in one way: lower case, without a name around it, its
 * domain in ASCII (RFC 5321, section 4.1.2; quoted local parts are not taken: nobody has one).
 */
public final class MailAddress {

    private static final int LONGEST = 254;
    private static final int LONGEST_LOCAL = 64;
    private static final Pattern LOCAL =
            Pattern.compile("[\\p{L}\\p{N}!#$%&'*+/=?^_`{|}~-]+(\\.[\\p{L}\\p{N}!#$%&'*+/=?^_`{|}~-]+)*");
    private static final Pattern DOMAIN =
            Pattern.compile("([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\\.)+[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?");
    private static final Pattern BETWEEN = Pattern.compile("[,;\\n\\r\\t]+|\\s(?=[^\\s<>\"]+@)|(?<=>)\\s+");
    private static final IDNA ASCII = IDNA.getUTS46Instance(IDNA.NONTRANSITIONAL_TO_ASCII);

    private MailAddress() {}

    /**
     * What a pasted list holds.
     *
     * @param addresses each once, in the order they were met
     * @param repeated how many were there again
     * @param unread what is no address, as it was pasted
     */
    public record Pasted(List<String> addresses, int repeated, List<String> unread) {}

    /** One address of what a person typed; empty when it is none. */
    public static Optional<String> read(String typed) {
        String plain = typed.strip()
                .replaceFirst("(?i)^mailto:", "")
                .replaceFirst("^[^<]*<([^<>]*)>$", "$1")
                .strip();
        int at = plain.lastIndexOf('@');
        if (at <= 0
                || at > LONGEST_LOCAL
                || !LOCAL.matcher(plain.substring(0, at)).matches()) {
            return Optional.empty();
        }
        return domain(plain.substring(at + 1))
                .map(domain -> plain.substring(0, at).toLowerCase(Locale.ROOT) + "@" + domain)
                .filter(address -> address.length() <= LONGEST);
    }

    /** A domain of what a person typed, with or without an @ before it, in ASCII; empty when it is none. */
    public static Optional<String> domain(String typed) {
        IDNA.Info info = new IDNA.Info();
        StringBuilder ascii = new StringBuilder();
        String plain = typed.strip().replaceFirst("^\\*?@", "").replaceFirst("\\.$", "");
        if (plain.length() > LONGEST) {
            return Optional.empty();
        }
        ASCII.nameToASCII(plain, ascii, info);
        return Optional.of(ascii.toString().toLowerCase(Locale.ROOT))
                .filter(domain -> !info.hasErrors() && DOMAIN.matcher(domain).matches());
    }

    /** The domain of an address that was read. */
    public static String domainOf(String address) {
        return address.substring(address.lastIndexOf('@') + 1);
    }

    /** The addresses of a pasted list: commas, semicolons, lines, or as a mail program has them. */
    public static Pasted list(String pasted) {
        Set<String> found = new LinkedHashSet<>();
        // A name in quotes may hold what else stands between two addresses.
        List<String> pieces = BETWEEN.splitAsStream(pasted.replaceAll("\"[^\"\\n]*\"\\s*(?=<)", ""))
                .map(String::strip)
                .filter(piece -> !piece.isEmpty())
                .toList();
        int repeated = 0;
        Set<String> unread = new LinkedHashSet<>();
        for (String piece : pieces) {
            Optional<String> address = read(piece);
            if (address.isEmpty()) {
                unread.add(piece);
            } else if (!found.add(address.get())) {
                repeated++;
            }
        }
        return new Pasted(List.copyOf(found), repeated, unread.stream().collect(Collectors.toList()));
    }
}
