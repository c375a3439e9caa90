package evenharbor.core.domain;

import evenharbor.core.address.Slug;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;

/** Names to ask the registry for when someone searches: the wanted one under each ending, then close ones. */
public final class CloseDomains {

    private static final int MOST = 12;

    private CloseDomains() {}

    /**
     * The names, the wanted ones first; none when nothing of the typed text can be part of a name.
     *
     * @param typed a word, a title or a whole name
     * @param endings under which names are sold
     */
    public static List<String> of(String typed, List<String> endings) {
        String text = typed.strip()
                .toLowerCase(Locale.ROOT)
                .replaceFirst("^[a-z]+://", "")
                .replaceFirst("[/?#].*$", "")
                .replaceFirst("\\.$", "");
        String chosen =
                endings.stream().filter(e -> text.endsWith("." + e)).findFirst().orElse("");
        String word = chosen.isEmpty() ? text : text.substring(0, text.length() - chosen.length() - 1);
        return Slug.of(word.substring(word.lastIndexOf('.') + 1))
                .map(label -> names(label, chosen, endings))
                .orElse(List.of());
    }

    private static List<String> names(String label, String chosen, List<String> endings) {
        Set<String> names = new LinkedHashSet<>();
        if (!chosen.isEmpty()) {
            names.add(label + "." + chosen);
        }
        endings.forEach(ending -> names.add(label + "." + ending));
        Stream.of(label.replace("-", ""), "the-" + label, label + "-online", "visit-" + label, label + "-and-co")
                .filter(close -> close.length() <= 63)
                .forEach(close -> endings.forEach(ending -> names.add(close + "." + ending)));
        return names.stream().limit(MOST).toList();
    }
}
