package evenharbor.core.where.address;

import com.google.common.net.InetAddresses;
import com.ibm.icu.text.IDNA;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What can be wrong with a typed address once it is cleaned: with its host name, and with the path under it. */
final class AddressFaults {

    private static final Pattern SEGMENT = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._~-]*");
    private static final int LONGEST_SEGMENT = 60;

    private final String harbor;
    private final List<String> kept;

    /**
     * The faults on a harbor.
     *
     * @param harbor the host name under which harbor addresses are given out
     * @param kept host names that the harbor keeps to itself, with all below them
     */
    AddressFaults(String harbor, List<String> kept) {
        this.harbor = harbor;
        this.kept = List.copyOf(kept);
    }

    /** Whether it is the number of a machine rather than a name. */
    static boolean isNumber(String name) {
        return InetAddresses.isInetAddress(name) || InetAddresses.isUriInetAddress(name);
    }

    /** A sign-in with its password was pasted. */
    static NameFault secret() {
        return new NameFault(
                NameFault.Kind.SECRET,
                "There is a password in this. Do not paste it anywhere but where it belongs; type the name alone.",
                Optional.empty());
    }

    /** A title rather than a name: words with spaces between them that end in a number behind a dot. */
    static Optional<NameFault> ofTitle(String spaced, String name) {
        boolean words = spaced.strip().matches(".*\\s.*");
        String top = name.substring(name.lastIndexOf('.') + 1);
        return words && name.indexOf('.') >= 0 && !top.isEmpty() && top.chars().allMatch(Character::isDigit)
                ? NameFault.fault(
                        NameFault.Kind.CHARACTERS,
                        "A name has no spaces, and its last part is not a number.",
                        Slug.of(spaced))
                : Optional.empty();
    }

    /** What makes it no host name at all, of the harbor or of others. */
    static Optional<NameFault> ofAny(String name) {
        if (isNumber(name)) {
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

    /**
     * What is wrong with the label of a harbor address.
     *
     * @param label what stands before the harbor's ending
     */
    static Optional<NameFault> ofHarborLabel(String label) {
        if (label.indexOf('.') >= 0) {
            return NameFault.fault(
                    NameFault.Kind.MORE_THAN_ONE_LABEL,
                    "A harbor address has one name before its ending, without a dot.",
                    Slug.of(label));
        }
        return NameFault.in(label);
    }

    /** What is wrong with a name that is not the harbor's. */
    Optional<NameFault> ofHostName(String name) {
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
            Optional<NameFault> fault = ofLabel(label, name);
            if (fault.isPresent()) {
                return fault;
            }
        }
        String top = name.substring(name.lastIndexOf('.') + 1);
        if (top.chars().allMatch(Character::isDigit)) {
            return NameFault.fault(
                    NameFault.Kind.CHARACTERS, "The last part of a name is not a number: “" + top + "”.");
        }
        return HostName.of(name).ascii().length() > HostName.LONGEST
                ? NameFault.fault(
                        NameFault.Kind.NAME_TOO_LONG,
                        "Encoded for DNS, a host name has at most " + HostName.LONGEST + " characters in all.")
                : Optional.empty();
    }

    private static Optional<NameFault> ofLabel(String label, String name) {
        if (label.isEmpty()) {
            return NameFault.fault(
                    NameFault.Kind.EMPTY_LABEL,
                    "Between two dots there must be a name.",
                    Optional.of(name.replaceAll("\\.{2,}", ".").replaceFirst("^\\.", "")));
        }
        if (HostName.isPlain(label) && !label.startsWith("xn--")) {
            return NameFault.in(label);
        }
        IDNA.Info info = new IDNA.Info();
        String readable = HostName.ENCODING
                .labelToUnicode(label, new StringBuilder(), info)
                .toString();
        if (info.hasErrors()) {
            return ofEncoding(label, info);
        }
        HostName.ENCODING.labelToASCII(label, new StringBuilder(), info);
        return info.hasErrors() ? ofEncoding(label, info) : Lookalikes.in(readable);
    }

    private static Optional<NameFault> ofEncoding(String label, IDNA.Info info) {
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

    /** What is wrong with a path that begins and ends with a slash. */
    static Optional<NameFault> ofPath(String path) {
        if (path.equals(AddressReading.ROOT)) {
            return Optional.empty();
        }
        List<String> segments = List.of(path.substring(1, path.length() - 1).split("/"));
        if (segments.size() > AddressReader.DEEPEST) {
            return NameFault.fault(
                    NameFault.Kind.PATH,
                    "A site can live at most " + AddressReader.DEEPEST + " folders deep under another address.");
        }
        for (String segment : segments) {
            if (!SEGMENT.matcher(segment).matches() || segment.length() > LONGEST_SEGMENT) {
                return NameFault.fault(
                        NameFault.Kind.PATH,
                        "“" + segment
                                + "” cannot be part of a path here. Use letters, digits, hyphens and dots; begin with a letter or digit.",
                        Slug.of(segment));
            }
        }
        return Optional.empty();
    }

    /** Something with an @ in it. */
    static NameFault eMail(String behind) {
        return new NameFault(
                NameFault.Kind.E_MAIL,
                "This is an e-mail address. An address of a site is what stands behind the @.",
                behind.isEmpty() ? Optional.empty() : Optional.of(behind.toLowerCase(Locale.ROOT)));
    }

    /** A public suffix, with nothing before it. */
    static NameFault endingItself(HostName host) {
        return new NameFault(
                NameFault.Kind.ENDING_ITSELF,
                "“" + host.unicode()
                        + "” is an ending under which names are registered, not a name. Put a name before it.",
                Optional.empty());
    }
}
