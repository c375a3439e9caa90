package evenharbor.core.what.finding;

import java.util.Optional;

/** Pages with more than one title. */
final class TitleTwice implements Rule {

    @Override
    public void page(Page page, Report report) {
        if (page.facts().titles().size() > 1) {
            PageFacts.Words second = page.facts().titles().get(1);
            report.found(page.path(), second.at().line(), second.text(), "The first is “" + page.title() + "”.");
        }
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .map(page -> Fix.edit(
                        "Keep the first",
                        page.path(),
                        page.facts().titles().stream()
                                .skip(1)
                                .map(title -> new Fix.Edit(
                                        title.at().start(), title.at().end(), ""))
                                .toList()));
    }
}
