package evenharbor.core.what.finding;

/** Headings more than one level below the one before. */
final class HeadingsJump implements Rule {

    @Override
    public void page(Page page, Report report) {
        int before = 0;
        for (PageFacts.Heading heading : page.facts().headings()) {
            if (before > 0 && heading.level() > before + 1) {
                report.found(
                        page.path(),
                        heading.at().line(),
                        heading.text(),
                        "A heading of level " + heading.level() + " follows one of level " + before + ".");
            }
            before = heading.level();
        }
    }
}
