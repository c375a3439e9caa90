package evenharbor.core.what.finding;

/** Pages whose descriptions are the same. */
final class DescriptionAlike implements Rule {

    @Override
    public void site(Site site, Report report) {
        Alike.of(site, Page::description)
                .forEach((words, pages) -> pages.forEach(page -> report.found(
                        page.path(), page.facts().description().at().line(), words, Alike.others(page, pages))));
    }
}
