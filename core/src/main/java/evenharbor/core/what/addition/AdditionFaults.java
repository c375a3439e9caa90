package evenharbor.core.what.addition;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;

/** What cannot be as it is set, each with a sentence that says what can. */
public final class AdditionFaults {

    private static final int LONGEST_TITLE = 300;
    private static final int LONGEST_WORDS = 1000;
    private static final int LONGEST_CODE = 20_000;
    private static final int MOST = 50;

    /** A fault. @param field where it lies, such as {@code pages[notes/frost.html].date} */
    public record Fault(String field, String sentence) {}

    private final Manifest files;
    private final List<Fault> faults = new ArrayList<>();

    private AdditionFaults(Manifest files) {
        this.files = files;
    }

    /** The faults of what is set about pages. */
    public static List<Fault> ofPages(Iterable<String> paths, Additions additions, Manifest files) {
        AdditionFaults check = new AdditionFaults(files);
        paths.forEach(path -> {
            String field = "pages[" + path + "]";
            check.require(
                    SitePath.isPage(path) && files.at(path).isPresent(), field, "There is no page “" + path + "”.");
            check.page(field + ".", additions.of(path));
        });
        return check.faults;
    }

    /** The faults of what is set about the site as a whole. */
    public static List<Fault> ofSite(Additions additions, Manifest files) {
        AdditionFaults check = new AdditionFaults(files);
        check.page("every.", additions.every());
        check.about(additions.about());
        check.languages(additions.languages());
        check.made(additions.made());
        return check.faults;
    }

    private void require(boolean holds, String field, String sentence) {
        if (!holds) {
            faults.add(new Fault(field, sentence));
        }
    }

    private void page(String at, PageSettings set) {
        longest(at + "title", set.title(), LONGEST_TITLE);
        longest(at + "description", set.description(), LONGEST_WORDS);
        longest(at + "pictureWords", set.pictureWords(), LONGEST_WORDS);
        longest(at + "head", set.head(), LONGEST_CODE);
        longest(at + "body", set.body(), LONGEST_CODE);
        require(
                set.canonical().isEmpty() || set.canonical().matches("/[^/].*|/") || isUrl(set.canonical()),
                at + "canonical",
                "Type a path such as /soup.html, or a whole URL.");
        picture(at + "picture", set.picture(), isUrl(set.picture()));
        require(set.date().isEmpty() || isDate(set.date()), at + "date", "Give the day as year-month-day: 2027-02-23.");
    }

    private void longest(String field, String words, int most) {
        require(words.length() <= most, field, String.format(Locale.ROOT, "Use at most %,d characters.", most));
    }

    private void picture(String field, String named, boolean url) {
        boolean there = files.at(named)
                .filter(file -> file.mediaType().startsWith("image/"))
                .isPresent();
        require(named.isEmpty() || url || there, field, "There is no picture “" + named + "” in the draft.");
    }

    private void about(About about) {
        longest("about.name", about.name(), LONGEST_TITLE);
        longest("about.description", about.description(), LONGEST_WORDS);
        require(
                about.email().isEmpty() || isMail(about.email()),
                "about.email",
                "Type one such as hello@foxglove.org.");
        require(
                about.telephone().matches("[+0-9 ()/.-]*"),
                "about.telephone",
                "Use digits, spaces, and + at the start: +44 20 7946 0999.");
        require(
                about.country().isEmpty() || List.of(Locale.getISOCountries()).contains(about.country()),
                "about.country",
                "Give two letters, as in DE or GB.");
        for (int i = 0; i < about.hours().size(); i++) {
            About.Hours hours = about.hours().get(i);
            require(!hours.days().isEmpty(), "about.hours[" + i + "].days", "Choose at least one day.");
            require(isSpan(hours.from(), hours.to()), "about.hours[" + i + "].from", SPAN);
        }
        for (int i = 0; i < about.otherDays().size(); i++) {
            About.OtherDay day = about.otherDays().get(i);
            require(
                    isDate(day.date()),
                    "about.otherDays[" + i + "].date",
                    "Give the day as year-month-day: 2027-02-23.");
            require(
                    day.from().isEmpty() && day.to().isEmpty() || isSpan(day.from(), day.to()),
                    "about.otherDays[" + i + "].from",
                    SPAN);
        }
        require(
                about.profiles().size() <= MOST && about.profiles().stream().allMatch(AdditionFaults::isUrl),
                "about.profiles",
                "Give a whole URL a line, each with https:// at its start.");
        picture("about.logo", about.logo(), false);
        require(
                about.security().isEmpty()
                        || isMail(about.security())
                        || about.security().startsWith("https://") && isUrl(about.security()),
                "about.security",
                "Give an e-mail address, or the URL of a page with https:// at its start.");
    }

    private static final String SPAN = "Give hours and minutes, first when it opens: 09:00 to 17:30.";

    private void languages(Languages languages) {
        require(isLanguage(languages.rest()), "languages.rest", LANGUAGE);
        languages.folders().forEach((folder, language) -> {
            require(
                    folder.endsWith("/") && !files.under(folder).isEmpty(),
                    "languages.folders",
                    "There is no folder “" + folder + "” in the draft.");
            require(!language.isEmpty() && isLanguage(language), "languages.folders", LANGUAGE);
        });
        require(
                !(languages.sends() || languages.redirects())
                        || !languages.rest().isEmpty() && languages.several(),
                languages.sends() ? "languages.sends" : "languages.redirects",
                "Say first what language all pages are in, and which folder is in another.");
        long different = languages.folders().values().stream().distinct().count();
        require(
                different == languages.folders().size() && !languages.folders().containsValue(languages.rest()),
                "languages.folders",
                "Each language stands once: one folder for it, or all the rest.");
    }

    private static final String LANGUAGE = "Give the short name of a language: en, de, pt-BR.";

    private void made(MadeFor made) {
        longest("made.feedTitle", made.feedTitle(), LONGEST_TITLE);
        require(
                made.feed().isEmpty()
                        || made.feed().equals("/")
                        || made.feed().endsWith("/")
                                && !files.under(made.feed()).isEmpty(),
                "made.feed",
                "There is no folder “" + made.feed() + "” in the draft. Choose one, or / for all pages.");
    }

    private static boolean isUrl(String typed) {
        try {
            URI uri = new URI(typed);
            return uri.getHost() != null && ("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()));
        } catch (URISyntaxException e) {
            return false;
        }
    }

    private static boolean isMail(String typed) {
        return typed.matches("[^@\\s<>:]+@[^@\\s<>:]+\\.[^@\\s<>:]+");
    }

    private static boolean isSpan(String from, String to) {
        return read(from, LocalTime::parse) && read(to, LocalTime::parse) && !from.equals(to);
    }

    private static boolean isDate(String typed) {
        return read(typed, LocalDate::parse);
    }

    private static boolean isLanguage(String typed) {
        return typed.isEmpty()
                || read(typed, tag -> new Locale.Builder().setLanguageTag(tag).build());
    }

    private interface Parse extends Predicate<String> {
        /** @throws RuntimeException when it cannot be read */
        Object of(String typed);

        @Override
        default boolean test(String typed) {
            try {
                of(typed);
                return true;
            } catch (DateTimeParseException | IllformedLocaleException e) {
                return false;
            }
        }
    }

    private static boolean read(String typed, Parse parse) {
        return parse.test(typed);
    }
}
