package evenharbor.core.what.finding;

/** Pages that say nothing of themselves for search engines. */
final class DescriptionMissing implements Rule {

    @Override
    public void page(Page page, Report report) {
        if (page.toBeFound() && page.description().isEmpty()) {
            report.found(page.path(), 1, "", "");
        }
    }
}
