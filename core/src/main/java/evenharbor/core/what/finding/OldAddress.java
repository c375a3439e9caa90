package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import java.util.Optional;

/** Links to the site itself that name a host. */
final class OldAddress implements Rule {

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (named.use() == Reference.Use.LINK
                    && target.kind() == Target.Kind.INSIDE
                    && page.site().namesOwnHost(named.url(), "/" + page.path())) {
                report.found(
                        page.path(),
                        named.at().line(),
                        named.url(),
                        "The same page of this site is at " + target.path() + ".");
            }
        });
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.target(finding.subject()).flatMap(target -> {
                    return site.file(target.path()) == null
                            ? Optional.empty()
                            : Optional.of(Fix.edit(
                                    "Link to " + target.path(),
                                    page.path(),
                                    page.rewritten(
                                            finding.subject(),
                                            page.urlTo(target.path(), "", LetterCase.tail(finding.subject())))));
                }));
    }
}
