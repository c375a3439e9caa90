package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import java.util.Optional;

/** Links of pages whose path a redirect answers. */
final class ThroughRedirect implements Rule {

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (named.use() == Reference.Use.LINK
                    && target.kind() == Target.Kind.INSIDE
                    && page.site().file(target.path()) == null) {
                page.site()
                        .around()
                        .redirect()
                        .apply(target.path())
                        .ifPresent(to -> report.found(
                                page.path(), named.at().line(), named.url(), "It is redirected to " + to + "."));
            }
        });
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.target(finding.subject()).flatMap(target -> {
                    return site.around()
                            .redirect()
                            .apply(target.path())
                            .filter(to -> !to.startsWith("/")
                                    || site.file(Target.of(to, "/").path()) != null)
                            .map(to -> Fix.edit(
                                    "Link to " + to,
                                    page.path(),
                                    page.rewritten(
                                            finding.subject(),
                                            to.startsWith("/")
                                                    ? page.urlTo(
                                                            Target.of(to, "/").path(),
                                                            finding.subject(),
                                                            LetterCase.tail(to).isEmpty()
                                                                    ? LetterCase.tail(finding.subject())
                                                                    : LetterCase.tail(to))
                                                    : to)));
                }));
    }
}
