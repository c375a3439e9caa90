package evenharbor.core.what.finding;

/** What the page alone tells, found while it is read. */
final class PageFault implements Rule {

    static final Rule RULE = new PageFault();

    @Override
    public void page(Page page, Report report) {
        // The facts name the kind: SiteFindings takes them as they are.
    }
}
