package evenharbor.core.what.finding;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Pages that say the same of themselves. */
final class Alike {

    private static final int NAMED = 3;

    private Alike() {}

    /** The pages of each text that several have; pages without one are left out. */
    static Map<String, List<Page>> of(Site site, Function<Page, String> text) {
        Map<String, Page> first = new HashMap<>();
        Map<String, List<Page>> several = new HashMap<>();
        for (Page page : site.pages()) {
            String own = page.toBeFound() ? text.apply(page) : "";
            Page before = own.isEmpty() ? null : first.putIfAbsent(own, page);
            if (before != null) {
                several.computeIfAbsent(own, key -> new ArrayList<>(List.of(before)))
                        .add(page);
            }
        }
        return several;
    }

    /** Which others, in a sentence. */
    static String others(Page page, List<Page> all) {
        String named = all.stream()
                .filter(other -> other != page)
                .limit(NAMED)
                .map(Page::path)
                .collect(Collectors.joining(", "));
        int more = all.size() - 1 - NAMED;
        return "So has " + named + (more > 0 ? " and " + more + " more." : ".");
    }

    /** How many pages with a title have a first heading. */
    static long firstHeadings(Site site, String title, String heading) {
        return site.pages().stream()
                .filter(page -> page.title().equals(title))
                .filter(page -> page.facts().headings().stream()
                        .map(PageFacts.Heading::text)
                        .filter(text -> !text.isBlank() && !text.equals(title))
                        .findFirst()
                        .filter(heading::equals)
                        .isPresent())
                .count();
    }
}
