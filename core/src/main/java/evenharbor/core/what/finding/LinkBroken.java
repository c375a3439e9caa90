package evenharbor.core.what.finding;

import java.util.Optional;

/** Links, frames and forms whose path nothing answers at. */
final class LinkBroken implements Rule {

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (leads(named, target)
                    && page.site().file(target.path()) == null
                    && !page.site().redirects(target.path())
                    && page.site().otherLetters(target.path()) == null) {
                report.found(page.path(), named.at().line(), named.url(), "Nothing is at " + target.path() + ".");
            }
        });
    }

    /** Whether something other than the page itself is led to within the site. */
    static boolean leads(PageFacts.Named named, Target target) {
        return target.kind() == Target.Kind.INSIDE
                && switch (named.use()) {
                    case LINK, FRAME, FORM -> true;
                    default -> false;
                };
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.target(finding.subject()).flatMap(target -> {
                    return site.around()
                            .likely()
                            .apply(target.path())
                            .filter(likely -> !likely.equals("/" + page.path()))
                            .map(likely -> Fix.edit(
                                    "Link to " + likely,
                                    page.path(),
                                    page.rewritten(finding.subject(), page.urlTo(likely, finding.subject(), ""))));
                }));
    }
}
