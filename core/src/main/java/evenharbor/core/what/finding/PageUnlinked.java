package evenharbor.core.what.finding;

import evenharbor.core.what.draft.SitePath;

/** Pages that no other page of the site leads to. */
final class PageUnlinked implements Rule {

    @Override
    public void site(Site site, Report report) {
        site.pages().stream()
                .filter(page ->
                        page.toBeFound() && !SitePath.requestPath(page.path()).equals("/") && !site.linked(page.path()))
                .forEach(page -> report.found(
                        page.path(), 0, "", "No page links to " + SitePath.requestPath(page.path()) + "."));
    }
}
