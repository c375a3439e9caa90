package evenharbor.core.address;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What was typed for a harbor name (the first label of {@code NAME.harbor.localhost}), cleaned and judged.
 *
 * @param typed what the person typed or pasted
 * @param name the cleaned name; empty when nothing was left
 * @param cleanings what was taken off on the way, in the order it was done
 * @param fault what is wrong with the cleaned name, if anything
 * @param ageings why the name may not fit for long; advice only
 */
public record NameReading(
        String typed, String name, List<Cleaning> cleanings, Optional<NameFault> fault, List<Ageing> ageings) {

    private static final Pattern SCHEME = Pattern.compile("^[a-z][a-z0-9+.-]*:/{0,2}(?=\\D|\\d+\\.)");
    private static final Pattern UNSEEN = Pattern.compile("[\\s\\p{Cf}\\p{Zs}\\p{Cc}]+");

    /**
     * Reads a typed name. Never fails: what cannot be used comes back with a fault.
     *
     * @param typed any text
     * @param harbor the host name under which names are given out, such as {@code harbor.localhost}
     */
    public static NameReading of(String typed, String harbor) {
        List<Cleaning> cleanings = new ArrayList<>();
        String name = step(typed, UNSEEN.matcher(typed).replaceAll(""), Cleaning.SPACES, cleanings);
        name = step(name, name.toLowerCase(Locale.ROOT), Cleaning.CAPITALS, cleanings);
        name = step(name, SCHEME.matcher(name).replaceFirst(""), Cleaning.SCHEME, cleanings);
        name = step(name, name.replaceFirst("/+$", ""), Cleaning.TRAILING_SLASH, cleanings);
        name = step(name, name.replaceFirst("[/?#].*$", ""), Cleaning.PATH, cleanings);
        name = step(name, name.replaceFirst(":\\d+$", ""), Cleaning.PORT, cleanings);
        name = step(name, name.replaceFirst("\\.+$", ""), Cleaning.TRAILING_DOT, cleanings);
        if (name.endsWith("." + harbor)) {
            name = step(
                    name, name.substring(0, name.length() - harbor.length() - 1), Cleaning.HARBOR_ENDING, cleanings);
        }
        Optional<NameFault> fault = NameFault.in(name);
        return new NameReading(
                typed, name, List.copyOf(cleanings), fault, fault.isPresent() ? List.of() : Ageing.of(name));
    }

    private static String step(String before, String after, Cleaning cleaning, List<Cleaning> done) {
        if (!after.equals(before)) {
            done.add(cleaning);
        }
        return after;
    }
}
