package evenharbor.core.what.finding;

import java.util.List;
import java.util.Optional;

/** Pages that do not begin with their document type (HTML, section 13.1.1). */
final class DoctypeMissing implements Rule {

    @Override
    public void page(Page page, Report report) {
        if (!page.facts().sendsOn() && !page.facts().shell().doctype()) {
            report.found(page.path(), 1, "", "");
        }
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path()).map(page -> {
            int at = page.facts().shell().document();
            return Fix.edit(
                    "Say that it is HTML",
                    page.path(),
                    List.of(new Fix.Edit(at, at, "<!doctype html>\n", Fix.Edit.DOCUMENT_TYPE)));
        });
    }
}
