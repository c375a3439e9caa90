package evenharbor.core.what.finding;

import evenharbor.core.what.draft.SitePath;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Files that programs leave about, and pages as a program begins them. */
final class Leftover implements Rule {

    private static final Set<String> ENDINGS =
            Set.of("bak", "old", "orig", "tmp", "swp", "psd", "ai", "xcf", "indd", "fla", "doc", "docx", "log");
    private static final Pattern COPY = Pattern.compile("(?i)^copy of |[ _-]copy( ?\\d+)?\\.\\w+$|\\(\\d+\\)\\.\\w+$");
    private static final Set<String> TITLES = Set.of(
            "untitled",
            "untitled document",
            "untitled page",
            "new page",
            "new page 1",
            "document",
            "unbenanntes dokument");

    @Override
    public void page(Page page, Report report) {
        if (TITLES.contains(page.title().toLowerCase(Locale.ROOT))) {
            report.found(
                    page.path(),
                    page.facts().titles().get(0).at().line(),
                    page.title(),
                    "The title is the one that a program gave it.");
        }
    }

    @Override
    public void site(Site site, Report report) {
        site.manifest().files().keySet().stream()
                .filter(file -> leftOver(SitePath.nameOf(file)) && !site.linked(file))
                .forEach(file -> report.found(file, 0, SitePath.nameOf(file), "No page links to it."));
    }

    private static boolean leftOver(String name) {
        char last = name.charAt(name.length() - 1);
        boolean mayBeCopy = name.indexOf('(') >= 0 || name.indexOf('o') >= 0 || name.indexOf('O') >= 0;
        return last == '~'
                || ENDINGS.contains(SitePath.endingOf(name))
                || mayBeCopy && COPY.matcher(name).find();
    }
}
