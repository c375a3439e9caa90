package evenharbor.core.address;

import com.ibm.icu.text.IDNA;
import evenharbor.core.domain.PublicSuffixes;
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
    private static final Pattern UNSEEN = Pattern.compile("[\\s\\p{Cf}\\p{Zs}\\p{Cc}]+");
    private static final Pattern SCHEME = Pattern.compile("^[A-Za-z][A-Za-z0-9+.-]*:/{0,2}(?=\\D|\\d+\\.)");
    private static final Pattern PORT = Pattern.compile(":\\d+$");
    private static final Pattern DOTS = Pattern.compile("[。．｡]");
    private static final Pattern IP = Pattern.compile("\\d+(\\.\\d+){3}|\\[?[0-9a-fA-F]*:[0-9a-fA-F:.]+]?");
    private static final Pattern PAGE = Pattern.compile("[^/]+\\.(html?|xhtml|php)$", Pattern.CASE_INSENSITIVE);
    private static final Pattern SEGMENT = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._~-]*");
    private static final Pattern PLAIN = Pattern.compile("[a-z0-9.-]*");

    private final String harbor;
    private final List<String> kept;
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
        this.kept = List.copyOf(kept);
        this.suffixes = suffixes;
    }

    /** Reads a typed address. */
    public AddressReading read(String typed) {
        String text = typed.length() > LONGEST_READ ? typed.substring(0, LONGEST_READ) : typed;
        List<Cleaning> cleanings = new ArrayList<>();
        text = step(text, UNSEEN.matcher(text).replaceAll(""), Cleaning.SPACES, cleanings);
        boolean url = SCHEME.matcher(text).find();
        text = step(text, SCHEME.matcher(text).replaceFirst(""), Cleaning.SCHEME, cleanings);
        int end = endOfHost(text);
        String name = text.substring(0, end);
        int at = name.lastIndexOf('@');
        if (at >= 0 && !url) {
            return faulty(typed, cleanings, eMail(name.substring(at + 1)));
        }
        name = step(name, name.substring(at + 1), Cleaning.USER, cleanings);
        String rest = text.substring(end);
        rest = step(rest, rest.replaceFirst("[?#].*$", ""), Cleaning.QUERY, cleanings);
        name = IP.matcher(name).matches()
                ? name
                : step(name, PORT.matcher(name).replaceFirst(""), Cleaning.PORT, cleanings);
        name = step(name, name.toLowerCase(Locale.ROOT), Cleaning.CAPITALS, cleanings);
        name = DOTS.matcher(name).replaceAll(".");
        String path = path(rest, cleanings);
        name = step(name, trimmed(name), Cleaning.TRAILING_DOT, cleanings);
        if (name.endsWith("." + harbor)) {
            cleanings.add(Cleaning.HARBOR_ENDING);
        }
        return judged(typed, name, path, cleanings);
    }

    private AddressReading judged(String typed, String name, String path, List<Cleaning> cleanings) {
        Optional<NameFault> fault = impossible(name);
        if (fault.isPresent()) {
            return faulty(typed, cleanings, fault.get());
        }
        boolean ofHarbor = name.indexOf('.') < 0 || name.endsWith("." + harbor);
        fault = ofHarbor ? faultOfHarborName(name) : faultOfHostName(name);
        if (fault.isEmpty()) {
            fault = faultOfPath(path);
        }
        if (fault.isPresent()) {
            return faulty(typed, cleanings, fault.get());
        }
        String ascii = ofHarbor ? label(name) + "." + harbor : ascii(name);
        HostName host = new HostName(ascii);
        Optional<HostName> domain = ofHarbor ? Optional.empty() : suffixes.registrable(host);
        if (!ofHarbor && domain.isEmpty()) {
            return faulty(typed, cleanings, endingItself(host));
        }
        String ages = ofHarbor
                ? label(name)
                : host.in(domain.orElseThrow()).equals("@")
                        ? host.labels().get(0)
                        : host.ascii().substring(0, host.ascii().indexOf('.'));
        return new AddressReading(
                typed,
                Optional.of(host),
                path,
                domain,
                List.copyOf(cleanings),
                Optional.empty(),
                Ageing.of(ages.replace('.', '-')));
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
        if (path.equals(AddressReading.ROOT)) {
            if (!rest.isEmpty() && folder.equals(rest)) {
                cleanings.add(Cleaning.TRAILING_SLASH);
            }
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

    private static NameFault eMail(String behind) {
        return new NameFault(
                NameFault.Kind.E_MAIL,
                "This is an e-mail address. An address of a site is what stands behind the @.",
                behind.isEmpty() ? Optional.empty() : Optional.of(behind.toLowerCase(Locale.ROOT)));
    }

    private static Optional<NameFault> impossible(String name) {
        if (IP.matcher(name).matches()) {
            return NameFault.fault(
                    NameFault.Kind.IP_ADDRESS,
                    "“" + name + "” is the number of a machine. Type a name, such as papermoon or www.papermoon.art.");
        }
        if (name.indexOf('*') >= 0) {
            return NameFault.fault(
                    NameFault.Kind.WILDCARD,
                    "An address is one name. Visitors of all other names under a domain can be led to one site:"
                            + " choose that on the domain.",
                    Optional.of(name.replaceFirst("^[*.]+", ""))
                            .filter(mended -> !mended.isEmpty() && mended.indexOf('*') < 0));
        }
        return Optional.empty();
    }

    private String label(String name) {
        return name.endsWith("." + harbor) ? name.substring(0, name.length() - harbor.length() - 1) : name;
    }

    private Optional<NameFault> faultOfHarborName(String name) {
        String label = label(name);
        if (label.indexOf('.') >= 0) {
            return NameFault.fault(
                    NameFault.Kind.MORE_THAN_ONE_LABEL,
                    "A harbor address has one name before its ending, without a dot.",
                    Slug.of(label));
        }
        return NameFault.in(label);
    }

    private Optional<NameFault> faultOfHostName(String name) {
        if (name.equals(harbor) || kept.stream().anyMatch(k -> name.equals(k) || name.endsWith("." + k))) {
            return NameFault.fault(
                    NameFault.Kind.ENDING_ITSELF, "“" + name + "” belongs to the harbor itself. Choose another name.");
        }
        if (name.length() > HostName.LONGEST) {
            return NameFault.fault(
                    NameFault.Kind.NAME_TOO_LONG,
                    "A host name has at most " + HostName.LONGEST + " characters in all; this one has " + name.length()
                            + ".");
        }
        for (String label : name.split("\\.", -1)) {
            Optional<NameFault> fault = faultOfLabel(label, name);
            if (fault.isPresent()) {
                return fault;
            }
        }
        String top = name.substring(name.lastIndexOf('.') + 1);
        if (top.chars().allMatch(Character::isDigit)) {
            return NameFault.fault(
                    NameFault.Kind.CHARACTERS, "The last part of a name is not a number: “" + top + "”.");
        }
        return ascii(name).length() > HostName.LONGEST
                ? NameFault.fault(
                        NameFault.Kind.NAME_TOO_LONG,
                        "Encoded for DNS, a host name has at most " + HostName.LONGEST + " characters in all.")
                : Optional.empty();
    }

    private static Optional<NameFault> faultOfLabel(String label, String name) {
        if (label.isEmpty()) {
            return NameFault.fault(
                    NameFault.Kind.EMPTY_LABEL,
                    "Between two dots there must be a name.",
                    Optional.of(name.replaceAll("\\.{2,}", ".").replaceFirst("^\\.", "")));
        }
        if (PLAIN.matcher(label).matches() && !label.startsWith("xn--")) {
            return NameFault.in(label);
        }
        IDNA.Info info = new IDNA.Info();
        String readable = HostName.ENCODING
                .labelToUnicode(label, new StringBuilder(), info)
                .toString();
        if (info.hasErrors()) {
            return faultOfEncoding(label, info);
        }
        HostName.ENCODING.labelToASCII(label, new StringBuilder(), info);
        return info.hasErrors() ? faultOfEncoding(label, info) : Lookalikes.in(readable);
    }

    private static Optional<NameFault> faultOfEncoding(String label, IDNA.Info info) {
        var errors = info.getErrors();
        if (errors.contains(IDNA.Error.LABEL_TOO_LONG)) {
            return NameFault.fault(
                    NameFault.Kind.TOO_LONG, "“" + label + "” is too long: encoded, a name has at most 63 characters.");
        }
        if (errors.contains(IDNA.Error.LEADING_HYPHEN) || errors.contains(IDNA.Error.TRAILING_HYPHEN)) {
            return NameFault.fault(
                    NameFault.Kind.HYPHEN_AT_END, "A name begins and ends with a letter or a digit.", Slug.of(label));
        }
        if (label.startsWith("xn--")) {
            return NameFault.fault(
                    NameFault.Kind.ENCODING, "“" + label + "” is no valid encoded name. Type it with its own letters.");
        }
        return NameFault.fault(
                NameFault.Kind.CHARACTERS,
                "“" + label + "” has characters that no host name may have. Use letters, digits and hyphens.",
                Slug.of(label));
    }

    private static String ascii(String name) {
        return PLAIN.matcher(name).matches()
                ? name
                : HostName.ENCODING
                        .nameToASCII(name, new StringBuilder(), new IDNA.Info())
                        .toString();
    }

    private static NameFault endingItself(HostName host) {
        return new NameFault(
                NameFault.Kind.ENDING_ITSELF,
                "“" + host.unicode()
                        + "” is an ending under which names are registered, not a name. Put a name before it.",
                Optional.empty());
    }

    private static Optional<NameFault> faultOfPath(String path) {
        if (path.equals(AddressReading.ROOT)) {
            return Optional.empty();
        }
        List<String> segments = List.of(path.substring(1, path.length() - 1).split("/"));
        if (segments.size() > DEEPEST) {
            return NameFault.fault(
                    NameFault.Kind.PATH, "A site can live at most " + DEEPEST + " folders deep under another address.");
        }
        for (String segment : segments) {
            if (!SEGMENT.matcher(segment).matches() || segment.length() > 60) {
                return NameFault.fault(
                        NameFault.Kind.PATH,
                        "“" + segment
                                + "” cannot be part of a path here. Use letters, digits, hyphens and dots; begin with a letter or digit.",
                        Slug.of(segment));
            }
        }
        return Optional.empty();
    }

    private static String step(String before, String after, Cleaning cleaning, List<Cleaning> done) {
        if (!after.equals(before)) {
            done.add(cleaning);
        }
        return after;
    }
}
