package evenharbor.core.what.finding;

/** A site with pages, none of which answers at its root. */
final class FrontPageMissing implements Rule {

    @Override
    public void site(Site site, Report report) {
        if (!site.pages().isEmpty() && site.file("/") == null && !site.redirects("/")) {
            report.found("", 0, "", "No file is called index.html.");
        }
    }
}
