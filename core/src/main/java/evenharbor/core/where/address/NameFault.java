package evenharbor.core.where.address;

import java.util.Optional;

/**
 * Why a typed text cannot be an address.
 *
 * @param kind what is wrong
 * @param sentence what is wrong and what would be accepted, for a person
 * @param mended the nearest text that would be accepted; empty when none suggests itself
 */
public record NameFault(Kind kind, String sentence, Optional<String> mended) {

    /** The longest label a host name may have, in octets (RFC 1035 section 2.3.4). */
    public static final int LONGEST = 63;

    /** The kinds of fault, each with a name that stays the same in the API. */
    public enum Kind {
        EMPTY,
        E_MAIL,
        /** A password stands in it. */
        SECRET,
        IP_ADDRESS,
        WILDCARD,
        TOO_LONG,
        NAME_TOO_LONG,
        EMPTY_LABEL,
        MORE_THAN_ONE_LABEL,
        CHARACTERS,
        HYPHEN_AT_END,
        HYPHENS_THIRD_AND_FOURTH,
        ENCODING,
        MIXED_SCRIPTS,
        LOOKALIKE,
        ENDING_ITSELF,
        PATH
    }

    /** What is wrong with a label of letters, digits and hyphens (RFC 1123 section 2.1, RFC 5891 section 4.2.3.1). */
    static Optional<NameFault> in(String name) {
        if (name.isEmpty()) {
            return Optional.of(new NameFault(Kind.EMPTY, "Type a name of letters and digits.", Optional.empty()));
        }
        String strange = name.codePoints()
                .filter(c -> !isLetterDigitHyphen(c))
                .distinct()
                .limit(5)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
        if (!strange.isEmpty()) {
            return fault(
                    Kind.CHARACTERS,
                    "A name may have the letters a to z, digits and hyphens; not " + spaced(strange) + ".",
                    Slug.of(name));
        }
        if (name.length() > LONGEST) {
            return fault(
                    Kind.TOO_LONG,
                    "A name has at most " + LONGEST + " characters; this one has " + name.length() + ".",
                    Slug.of(name));
        }
        if (name.charAt(0) == '-' || name.charAt(name.length() - 1) == '-') {
            return fault(Kind.HYPHEN_AT_END, "A name begins and ends with a letter or a digit.", Slug.of(name));
        }
        if (name.length() > 3 && name.charAt(2) == '-' && name.charAt(3) == '-') {
            return fault(
                    Kind.HYPHENS_THIRD_AND_FOURTH,
                    "Two hyphens as third and fourth character are kept for encoded names.",
                    Slug.of(name));
        }
        return Optional.empty();
    }

    static Optional<NameFault> fault(Kind kind, String sentence, Optional<String> mended) {
        return Optional.of(new NameFault(kind, sentence, mended));
    }

    static Optional<NameFault> fault(Kind kind, String sentence) {
        return fault(kind, sentence, Optional.empty());
    }

    private static boolean isLetterDigitHyphen(int c) {
        return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '-';
    }

    private static String spaced(String characters) {
        return characters
                .codePoints()
                .mapToObj(Character::toString)
                .reduce((a, b) -> a + " " + b)
                .orElse("");
    }
}
