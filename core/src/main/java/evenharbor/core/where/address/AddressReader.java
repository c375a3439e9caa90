package evenharbor.core.where.address;

import evenharbor.core.where.domain.PublicSuffixes;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads whatever was typed or pasted for an address. Never fails: what cannot be used comes back with a fault. */
public final class AddressReader {

    /** The most segments of a path that a site can live under. */
    public static final int DEEPEST = 4;

    private static final int LONGEST_READ = 2_000;
    private static final Pattern UNSEEN_AROUND =
            Pattern.compile("^[\\s\\p{Cf}\\p{Zs}\\p{Cc}]+|[\\s\\p{Cf}\\p{Zs}\\p{Cc}]+$|[\\p{Cf}\\p{Cc}&&[^\\s]]+");
    private static final Pattern UNSEEN = Pattern.compile("[\\s\\p{Cf}\\p{Zs}\\p{Cc}]+");
    private static final Pattern SCHEME = Pattern.compile("^[A-Za-z][A-Za-z0-9+.-]*:/{0,2}(?=\\D|\\d+\\.)");

    /** A user and a password before the name (RFC 3986 section 3.2.1, which warns of it). */
    private static final Pattern SIGN_IN =
            Pattern.compile("^(?!mailto:)(?:[a-z][a-z0-9+.-]*:)?(?://)?[^/@:?#]+:[^/@?#]+@", Pattern.CASE_INSENSITIVE);

    private static final Pattern PORT = Pattern.compile(":\\d+$");
    private static final Pattern DOTS = Pattern.compile("[。．｡]");
    private static final Pattern PAGE = Pattern.compile("[^/]+\\.(html?|xhtml|php)$", Pattern.CASE_INSENSITIVE);

    private final String harbor;
    private final AddressFaults faults;
    private final PublicSuffixes suffixes;

    /**
     * A reader.
     *
     * @param harbor the host name under which harbor addresses are given out, such as {@code harbor.localhost}
     * @param kept host names that the harbor keeps to itself, with all below them
     * @param suffixes under which names are registered
     */
    public AddressReader(String harbor, List<String> kept, PublicSuffixes suffixes) {
        this.harbor = harbor;
        this.faults = new AddressFaults(harbor, kept);
        this.suffixes = suffixes;
    }

    /** Reads a typed address. */
    public AddressReading read(String typed) {
        String text = typed.length() > LONGEST_READ ? typed.substring(0, LONGEST_READ) : typed;
        List<Cleaning> cleanings = new ArrayList<>();
        text = step(text, UNSEEN_AROUND.matcher(text).replaceAll(""), Cleaning.SPACES, cleanings);
        if (SIGN_IN.matcher(text).find()) {
            return faulty(typed, cleanings, AddressFaults.secret());
        }
        // A reference without its scheme (RFC 3986 section 4.2) is a URL, too.
        boolean url = SCHEME.matcher(text).find() || text.startsWith("//");
        text = step(text, SCHEME.matcher(text).replaceFirst("").replaceFirst("^//", ""), Cleaning.SCHEME, cleanings);
        int end = endOfHost(text);
        String spaced = text.substring(0, end);
        String name = step(spaced, UNSEEN.matcher(spaced).replaceAll(""), Cleaning.SPACES, cleanings);
        int at = name.lastIndexOf('@');
        if (at >= 0 && !url) {
            return faulty(typed, cleanings, AddressFaults.eMail(name.substring(at + 1)));
        }
        name = step(name, name.substring(at + 1), Cleaning.USER, cleanings);
        String rest = text.substring(end);
        rest = step(rest, rest.replaceFirst("[?#].*$", ""), Cleaning.QUERY, cleanings);
        name = AddressFaults.isNumber(name)
                ? name
                : step(name, PORT.matcher(name).replaceFirst(""), Cleaning.PORT, cleanings);
        name = step(name, name.toLowerCase(Locale.ROOT), Cleaning.CAPITALS, cleanings);
        name = DOTS.matcher(name).replaceAll(".");
        String path = path(rest, cleanings);
        name = step(name, trimmed(name), Cleaning.TRAILING_DOT, cleanings);
        if (name.endsWith("." + harbor)) {
            cleanings.add(Cleaning.HARBOR_ENDING);
        }
        return judged(typed, spaced, name, path, cleanings);
    }

    private AddressReading judged(String typed, String spaced, String name, String path, List<Cleaning> cleanings) {
        boolean ofHarbor = name.indexOf('.') < 0 || name.endsWith("." + harbor);
        Optional<NameFault> fault = AddressFaults.ofTitle(spaced, name)
                .or(() -> AddressFaults.ofAny(name))
                .or(() -> ofHarbor ? AddressFaults.ofHarborLabel(label(name)) : faults.ofHostName(name))
                .or(() -> AddressFaults.ofPath(path));
        if (fault.isPresent()) {
            return faulty(typed, cleanings, fault.get());
        }
        HostName host = ofHarbor ? new HostName(label(name) + "." + harbor) : HostName.of(name);
        Optional<HostName> domain = ofHarbor ? Optional.empty() : suffixes.registrable(host);
        if (!ofHarbor && domain.isEmpty()) {
            return faulty(typed, cleanings, AddressFaults.endingItself(host));
        }
        return new AddressReading(
                typed,
                Optional.of(host),
                path,
                domain,
                List.copyOf(cleanings),
                Optional.empty(),
                // What people read and say is judged, not how DNS writes it.
                Ageing.of(new HostName(host.labels().get(0)).unicode()));
    }

    private static AddressReading faulty(String typed, List<Cleaning> cleanings, NameFault fault) {
        return new AddressReading(
                typed,
                Optional.empty(),
                AddressReading.ROOT,
                Optional.empty(),
                List.copyOf(cleanings),
                Optional.of(fault),
                List.of());
    }

    private static int endOfHost(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '/' || c == '?' || c == '#') {
                return i;
            }
        }
        return text.length();
    }

    /** The path as addresses have it: one slash between segments, one at each end. */
    private static String path(String rest, List<Cleaning> cleanings) {
        if (rest.isEmpty()) {
            return AddressReading.ROOT;
        }
        Matcher page = PAGE.matcher(rest);
        String folder = step(rest, page.replaceFirst(""), Cleaning.PAGE, cleanings);
        String path = ("/" + folder + "/").replaceAll("/{2,}", "/");
        if (path.equals(AddressReading.ROOT) && folder.equals(rest)) {
            cleanings.add(Cleaning.TRAILING_SLASH);
        }
        return path;
    }

    private static String trimmed(String name) {
        int end = name.length();
        while (end > 0 && name.charAt(end - 1) == '.') {
            end--;
        }
        return name.substring(0, end);
    }

    private String label(String name) {
        return name.endsWith("." + harbor) ? name.substring(0, name.length() - harbor.length() - 1) : name;
    }

    private static String step(String before, String after, Cleaning cleaning, List<Cleaning> done) {
        if (!after.equals(before)) {
            done.add(cleaning);
        }
        return after;
    }
}
