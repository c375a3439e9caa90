package evenharbor.core.where.domain;

import evenharbor.core.where.address.AddressReading;
import evenharbor.core.where.address.CloseNames;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Slug;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Names to ask the registry for when someone searches: the wanted one under each ending, then close ones. */
public final class CloseDomains {

    private static final int MOST = 12;

    private CloseDomains() {}

    /**
     * The names, the wanted ones first; none when nothing of the typed text can be part of a name.
     *
     * @param reading a word, a title or a whole address, as it was read
     * @param endings under which names are sold
     */
    public static List<String> of(AddressReading reading, List<String> endings) {
        Optional<HostName> named = reading.domain().or(reading::host);
        String chosen = named.map(domain -> domain.parent().ascii())
                .filter(endings::contains)
                .orElse("");
        String word = named.map(domain -> new HostName(domain.labels().get(0)).unicode())
                .orElse(reading.typed());
        return Slug.of(word).map(label -> names(label, chosen, endings)).orElse(List.of());
    }

    private static List<String> names(String label, String chosen, List<String> endings) {
        Set<String> names = new LinkedHashSet<>();
        if (!chosen.isEmpty()) {
            names.add(label + "." + chosen);
        }
        Stream.concat(Stream.of(label), CloseNames.variants(label))
                .forEach(word -> endings.forEach(ending -> names.add(word + "." + ending)));
        return names.stream().limit(MOST).toList();
    }
}
