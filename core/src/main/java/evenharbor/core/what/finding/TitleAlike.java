package evenharbor.core.what.finding;

import java.util.List;
import java.util.Optional;

/** Pages whose titles are the same. */
final class TitleAlike implements Rule {

    @Override
    public void site(Site site, Report report) {
        Alike.of(site, Page::title)
                .forEach((title, pages) -> pages.forEach(page -> report.found(
                        page.path(), page.facts().titles().get(0).at().line(), title, Alike.others(page, pages))));
    }

    /** A title that is set beside the file is not changed by changing the file. */
    private static boolean ownTitle(Page page) {
        return !page.facts().titles().get(0).at().equals(PageFacts.BESIDE);
    }

    /** With the page's own first heading before it, where that tells it apart. */
    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path()).filter(TitleAlike::ownTitle).flatMap(page -> {
            Optional<String> heading = page.facts().headings().stream()
                    .map(PageFacts.Heading::text)
                    .filter(text -> !text.isBlank() && !text.equals(finding.subject()))
                    .findFirst();
            return heading.map(own -> own + " · " + finding.subject())
                    .filter(title -> title.length() <= TitleLong.LONGEST
                            && site.pages().stream()
                                    .noneMatch(other -> other.title().equals(title))
                            && Alike.firstHeadings(site, finding.subject(), heading.get()) == 1)
                    .map(title -> Fix.edit(
                            "Title: " + title,
                            page.path(),
                            List.of(new Fix.Edit(
                                    page.facts().titles().get(0).at().start(),
                                    page.facts().titles().get(0).at().end(),
                                    "<title>" + Page.escaped(title) + "</title>"))));
        });
    }
}
