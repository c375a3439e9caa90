package evenharbor.core.what.finding;

import java.util.List;
import java.util.Optional;

/** Pages that do not say how wide they are to be shown. */
final class ViewportMissing implements Rule {

    private static final String VIEWPORT = "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">";

    @Override
    public void page(Page page, Report report) {
        if (!page.facts().sendsOn() && !page.facts().viewport()) {
            report.found(page.path(), 1, "", "");
        }
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .map(page -> Fix.edit("Fit it to phones", page.path(), List.of(page.intoHead(VIEWPORT))));
    }
}
