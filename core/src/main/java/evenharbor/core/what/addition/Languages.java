package evenharbor.core.what.addition;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Which parts of a site are in which language. A page in one and the page of the same name in another say the same.
 *
 * @param rest the language of all that lies in no part, as BCP 47 writes it ({@code en}, {@code pt-BR}); empty when it is not
 *     said
 * @param folders language by folder, each with a slash at its end ({@code de/})
 * @param sends whether visitors who come to the front page are sent to the one in their language
 * @param redirects whether those who come by a redirect to a page of the rest are sent to the one in their language
 */
public record Languages(String rest, SortedMap<String, String> folders, boolean sends, boolean redirects) {

    /** None is said. */
    public static final Languages NONE = new Languages("", new TreeMap<>(), false, false);

    /** Takes what is absent for not set. */
    public Languages {
        rest = Objects.requireNonNullElse(rest, "");
        folders = Collections.unmodifiableSortedMap(new TreeMap<>(folders == null ? Map.of() : folders));
    }

    /** Whether there is more than one. */
    public boolean several() {
        return !folders.isEmpty();
    }

    /** The folder of those named that a path lies in, the innermost; empty for the rest. */
    public String folderOf(String path) {
        return folders.keySet().stream()
                .filter(path::startsWith)
                .max(Comparator.comparingInt(String::length))
                .orElse("");
    }

    /** The language of a path. */
    public Optional<String> of(String path) {
        String folder = folderOf(path);
        return Optional.of(folder.isEmpty() ? rest : folders.get(folder)).filter(language -> !language.isEmpty());
    }

    /** The paths that a page would have in each language, its own among them, by language. */
    public SortedMap<String, String> everywhere(String path) {
        String name = path.substring(folderOf(path).length());
        SortedMap<String, String> all = new TreeMap<>();
        if (!rest.isEmpty()) {
            all.put(rest, name);
        }
        folders.forEach((folder, language) -> all.putIfAbsent(language, folder + name));
        return all;
    }

    /** Pages that a language lacks. @param pages as they would be called in it */
    public record Untranslated(String language, List<String> pages) {}

    /**
     * The pages of any language that another one lacks, by language.
     *
     * @param pages paths of all pages
     */
    public List<Untranslated> untranslated(Collection<String> pages) {
        Set<String> names = new TreeSet<>();
        // What search engines and visitors meet by mistake is there once for all.
        pages.stream()
                .filter(page -> !page.endsWith("404.html"))
                .forEach(page -> names.add(page.substring(folderOf(page).length())));
        Set<String> all = Set.copyOf(pages);
        SortedMap<String, List<String>> lacking = new TreeMap<>();
        names.forEach(name -> everywhere(name).forEach((language, at) -> {
            if (!all.contains(at)) {
                lacking.computeIfAbsent(language, l -> new ArrayList<>()).add(at);
            }
        }));
        return several()
                ? lacking.entrySet().stream()
                        .map(each -> new Untranslated(each.getKey(), List.copyOf(each.getValue())))
                        .toList()
                : List.of();
    }

    /** A page that its original was changed after. @param original the page of the same name in the language of the rest */
    public record Outdated(String language, String page, String original) {}

    /**
     * The pages in other languages that stayed as they were when their original was changed last.
     *
     * @param states of the site, the latest first; what was before the last of them is not known
     */
    public List<Outdated> outdated(Iterable<Manifest> states) {
        List<Outdated> open = null;
        List<Outdated> outdated = new ArrayList<>();
        Manifest later = null;
        for (Manifest state : states) {
            if (later == null) {
                open = translations(state);
            } else {
                Manifest after = later;
                open.removeIf(each -> {
                    boolean original = changed(each.original(), state, after);
                    boolean translation = changed(each.page(), state, after);
                    if (original && !translation) {
                        outdated.add(each);
                    }
                    return original || translation;
                });
            }
            if (open.isEmpty()) {
                break;
            }
            later = state;
        }
        outdated.sort(Comparator.comparing(Outdated::language).thenComparing(Outdated::page));
        return outdated;
    }

    private List<Outdated> translations(Manifest state) {
        List<Outdated> all = new ArrayList<>();
        for (String path : state.files().keySet()) {
            String folder = folderOf(path);
            String original = path.substring(folder.length());
            if (!folder.isEmpty() && SitePath.isPage(path) && state.at(original).isPresent()) {
                all.add(new Outdated(folders.get(folder), path, original));
            }
        }
        return all;
    }

    private static boolean changed(String path, Manifest before, Manifest after) {
        return !before.at(path).equals(after.at(path));
    }
}
