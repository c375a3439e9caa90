package evenharbor.core.what.finding;

import evenharbor.core.what.draft.SitePath;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Files that programs leave about, and pages as a program begins them. */
final class Leftover implements Rule {

    private static final Pattern FILE = Pattern.compile(
            "(?i)(~|\\.(bak|old|orig|tmp|swp|psd|ai|xcf|indd|fla|docx?|log)|[ _-]copy( ?\\d+)?\\.\\w+|\\(\\d+\\)\\.\\w+)$|(^|/)copy of ");
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
                .filter(file -> FILE.matcher(file).find() && !site.linked(file))
                .forEach(file -> report.found(file, 0, SitePath.nameOf(file), "No page links to it."));
    }
}
