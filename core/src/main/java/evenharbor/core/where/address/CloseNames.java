package evenharbor.core.where.address;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** Free names close to a wanted one, the closest first. */
public final class CloseNames {

    private static final List<UnaryOperator<String>> VARIANTS = List.of(
            name -> name.replace("-", ""),
            name -> "the-" + name,
            name -> name + "-site",
            name -> name + "-pages",
            name -> name + "-online",
            name -> "at-" + name,
            name -> "visit-" + name,
            name -> name + "-home",
            name -> name + "-web",
            name -> "hello-" + name,
            name -> "our-" + name,
            name -> name + "-and-co");

    private CloseNames() {}

    /** Names close to a wanted one, free or not, the closest first. */
    public static Stream<String> variants(String wanted) {
        return VARIANTS.stream()
                .map(variant -> variant.apply(wanted))
                .filter(name -> !name.equals(wanted) && NameFault.in(name).isEmpty());
    }

    /** Whether each of a set of names is taken; asked once, so that it can be one query. */
    public interface Taken {
        /** Those of the names that cannot be had. */
        Set<String> among(Set<String> names);
    }

    /**
     * Up to {@code count} names that can be had.
     *
     * @param wanted a well-formed name
     */
    public static List<String> near(String wanted, int count, Taken taken) {
        Set<String> candidates = new LinkedHashSet<>();
        Stream<String> numbered =
                Stream.iterate(2, i -> i + 1).limit(20L + count).map(i -> wanted + "-no" + i);
        Stream.concat(
                        variants(wanted),
                        numbered.filter(name -> NameFault.in(name).isEmpty()))
                .filter(name -> !ReservedNames.contains(name))
                .forEach(candidates::add);
        Set<String> gone = taken.among(candidates);
        return candidates.stream()
                .filter(name -> !gone.contains(name))
                .limit(count)
                .toList();
    }

    /** A name suggested by a site's title, without the parts that age; empty when the title has no letters. */
    public static Optional<String> fromTitle(String title) {
        return Slug.of(title).map(slug -> {
            Set<String> ageing = Set.copyOf(
                    Ageing.of(slug).stream().map(Ageing::part).distinct().toList());
            String kept = Stream.of(slug.split("-"))
                    .filter(part -> !ageing.contains(part))
                    .reduce((a, b) -> a + "-" + b)
                    .orElse(slug);
            return NameFault.in(kept).isEmpty() ? kept : slug;
        });
    }
}
