package evenharbor.core.harbor.route;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A page in several languages, where visitors are sent to the one in theirs.
 *
 * @param own the language of the page itself, as BCP 47 writes it
 * @param others path from the site's root, encoded, by language
 */
public record Translations(String own, SortedMap<String, String> others) {

    /** Nobody is sent anywhere. */
    public static final Translations NONE = new Translations("", new TreeMap<>());

    private static final int LONGEST = 500;

    /** Copies the paths. */
    public Translations {
        others = Collections.unmodifiableSortedMap(new TreeMap<>(others));
    }

    /** Whether nobody is sent anywhere. */
    public boolean none() {
        return others.isEmpty();
    }

    /**
     * Where a visitor is sent (RFC 4647, section 3.4: lookup); empty when the page itself is the one, or theirs is not
     * known.
     *
     * @param wanted the Accept-Language field (RFC 9110, section 12.5.4); null for none
     */
    public Optional<String> sent(String wanted) {
        if (none() || wanted == null || wanted.isBlank() || wanted.length() > LONGEST) {
            return Optional.empty();
        }
        List<Locale> known = new ArrayList<>();
        known.add(Locale.forLanguageTag(own));
        others.keySet().forEach(language -> known.add(Locale.forLanguageTag(language)));
        try {
            Locale best = Locale.lookup(Locale.LanguageRange.parse(wanted), known);
            return best == null
                    ? Optional.empty()
                    : others.entrySet().stream()
                            .filter(each -> Locale.forLanguageTag(each.getKey()).equals(best))
                            .map(Map.Entry::getValue)
                            .findFirst();
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
