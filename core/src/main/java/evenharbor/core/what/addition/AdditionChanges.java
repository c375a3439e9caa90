package evenharbor.core.what.addition;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import java.util.function.Function;

/** What differs between two states of what is set about a site. */
public final class AdditionChanges {

    private static final String HEAD_CODE = "Code in the head";
    private static final String BODY_CODE = "Code at the end";

    /** What can be set of a page, with the word for it. */
    private static final Map<String, Function<PageSettings, String>> OF_PAGE = new LinkedHashMap<>();

    static {
        OF_PAGE.put("Title", PageSettings::title);
        OF_PAGE.put("Description", PageSettings::description);
        OF_PAGE.put("Counts as", PageSettings::canonical);
        OF_PAGE.put("Picture of the sharing card", PageSettings::picture);
        OF_PAGE.put("What the picture shows", PageSettings::pictureWords);
        OF_PAGE.put("Date", PageSettings::date);
        OF_PAGE.put(HEAD_CODE, PageSettings::head);
        OF_PAGE.put(BODY_CODE, PageSettings::body);
    }

    /**
     * A difference.
     *
     * @param path the page; empty for the site as a whole
     * @param field what it is about, in words
     * @param before as it was; empty when it was not set
     * @param after as it is; empty when it is not set any more
     * @param calls hosts of other people that own code loads from or names, which it did not before
     */
    public record SettingsChange(String path, String field, String before, String after, List<String> calls) {}

    private AdditionChanges() {}

    /** The differences, those of the site as a whole first. */
    public static List<SettingsChange> between(Additions before, Additions after) {
        List<SettingsChange> all = new ArrayList<>();
        if (before.overOwn() != after.overOwn()) {
            all.add(new SettingsChange("", "Which wins", wins(before), wins(after), List.of()));
        }
        ofPage("", before.every(), after.every(), all);
        whole("About the site", before.about(), after.about(), About.NONE, all);
        whole("Languages", before.languages(), after.languages(), Languages.NONE, all);
        whole("Sitemap and feed", before.made(), after.made(), MadeFor.NONE, all);
        TreeSet<String> pages = new TreeSet<>(before.pages().keySet());
        pages.addAll(after.pages().keySet());
        pages.forEach(path -> ofPage(path, before.of(path), after.of(path), all));
        return all;
    }

    private static String wins(Additions additions) {
        return additions.overOwn() ? "what is set here" : "what the page says itself";
    }

    private static void ofPage(String path, PageSettings before, PageSettings after, List<SettingsChange> all) {
        OF_PAGE.forEach((field, value) -> {
            String was = value.apply(before);
            String is = value.apply(after);
            if (!was.equals(is)) {
                boolean code = field.equals(HEAD_CODE) || field.equals(BODY_CODE);
                all.add(new SettingsChange(path, field, was, is, code ? calls(was, is) : List.of()));
            }
        });
    }

    private static List<String> calls(String was, String is) {
        TreeSet<String> fresh = new TreeSet<>(ThirdParties.of(is));
        fresh.removeAll(ThirdParties.of(was));
        return List.copyOf(fresh);
    }

    private static void whole(String field, Object before, Object after, Object none, List<SettingsChange> all) {
        if (!Objects.equals(before, after)) {
            String was = before.equals(none) ? "" : "as before";
            String is = after.equals(none) ? "" : before.equals(none) ? "set" : "changed";
            all.add(new SettingsChange("", field, was, is, List.of()));
        }
    }
}
