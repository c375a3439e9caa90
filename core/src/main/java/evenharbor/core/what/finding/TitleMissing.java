package evenharbor.core.what.finding;

import java.util.List;
import java.util.Optional;

/** Pages without words in their title. */
final class TitleMissing implements Rule {

    @Override
    public void page(Page page, Report report) {
        if (page.toBeFound() && page.title().isEmpty()) {
            report.found(page.path(), 1, "", "");
        }
    }

    /** The first heading says what the page is. */
    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.facts().headings().stream()
                        .filter(heading -> !heading.text().isBlank())
                        .findFirst()
                        .map(heading -> Fix.edit(
                                "Title: " + heading.text(),
                                page.path(),
                                List.of(insert(page, "<title>" + Page.escaped(heading.text()) + "</title>")))));
    }

    private static Fix.Edit insert(Page page, String title) {
        return page.facts().titles().stream()
                .findFirst()
                .map(empty -> new Fix.Edit(empty.at().start(), empty.at().end(), title))
                .orElseGet(() -> page.intoHead(title));
    }
}
