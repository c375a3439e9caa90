package evenharbor.core.where.address;

import com.ibm.icu.text.Transliterator;
import java.util.Locale;
import java.util.Optional;

/** Turns any text into a host name label: Latin letters, digits, single hyphens, at most 63 octets. */
public final class Slug {

    private static final Transliterator TO_ASCII =
            Transliterator.getInstance("de-ASCII; Any-Latin; Latin-ASCII; Lower");

    private Slug() {}

    /** The label nearest to the text; empty when no letter or digit is left. */
    public static Optional<String> of(String text) {
        // Most names are plain already, and transliterating is slow.
        boolean plain = text.chars().allMatch(c -> c < 0x80);
        String ascii = (plain ? text.toLowerCase(Locale.ROOT) : TO_ASCII.transliterate(text))
                .replaceAll("['’`´]", "")
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+|-+$", "");
        if (ascii.length() > NameFault.LONGEST) {
            int end = ascii.lastIndexOf('-', NameFault.LONGEST);
            ascii = ascii.substring(0, end > 20 ? end : NameFault.LONGEST).replaceAll("-+$", "");
        }
        return ascii.isEmpty() ? Optional.empty() : Optional.of(ascii);
    }
}
