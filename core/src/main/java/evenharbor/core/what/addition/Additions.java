package evenharbor.core.what.addition;

import java.util.Collections;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * All that is set about a site beside its files.
 *
 * @param overOwn whether what is set wins over what a page says of itself; else it only fills in what the page leaves out
 * @param every what holds for every page: the picture of sharing cards, and own code
 * @param pages what is set about single pages, by path
 * @param about facts about the site
 * @param languages which parts are in which language
 * @param made what is made for search engines and readers of feeds
 */
public record Additions(
        boolean overOwn,
        PageSettings every,
        SortedMap<String, PageSettings> pages,
        About about,
        Languages languages,
        MadeFor made) {

    /** Nothing is set. */
    public static final Additions NONE = new Additions(true, null, null, null, null, null);

    /** Takes what is absent for not set, and leaves out pages of which nothing is set. */
    public Additions {
        every = Objects.requireNonNullElse(every, PageSettings.NONE);
        TreeMap<String, PageSettings> set = new TreeMap<>(pages == null ? Map.of() : pages);
        set.values().removeIf(PageSettings::none);
        pages = Collections.unmodifiableSortedMap(set);
        about = Objects.requireNonNullElse(about, About.NONE);
        languages = Objects.requireNonNullElse(languages, Languages.NONE);
        made = Objects.requireNonNullElse(made, MadeFor.NONE);
    }

    /** Just of pages. */
    public static Additions ofPages(Map<String, PageSettings> pages) {
        return NONE.withPages(pages);
    }

    /** The same with other pages. */
    public Additions withPages(Map<String, PageSettings> pages) {
        return new Additions(overOwn, every, new TreeMap<>(pages), about, languages, made);
    }

    /** What is set about a page. */
    public PageSettings of(String path) {
        return pages.getOrDefault(path, PageSettings.NONE);
    }

    /** What is said of a page in the end. @param set what is set; may be empty @param own what it says itself */
    public String said(String set, Optional<String> own) {
        return set.isEmpty() || !overOwn && own.isPresent() ? own.orElse("") : set;
    }

    /** Whether nothing is set. */
    public boolean none() {
        return equals(NONE);
    }
}
