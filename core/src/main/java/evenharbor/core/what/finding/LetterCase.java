package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import java.util.Optional;

/** Links and loads that would be right but for small and capital letters. */
final class LetterCase implements Rule {

    @Override
    public boolean sheets() {
        return true;
    }

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (target.kind() == Target.Kind.INSIDE
                    && named.use() != Reference.Use.INERT
                    && page.site().file(target.path()) == null
                    && !page.site().redirects(target.path())) {
                String other = page.site().otherLetters(target.path());
                if (other != null) {
                    report.found(page.path(), named.at().line(), named.url(), "The file is called " + other + ".");
                }
            }
        });
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.target(finding.subject()).flatMap(target -> {
                    String other = site.otherLetters(target.path());
                    return other == null
                            ? Optional.empty()
                            : Optional.of(Fix.edit(
                                    "Write it as " + other,
                                    page.path(),
                                    page.rewritten(
                                            finding.subject(),
                                            page.urlTo(other, finding.subject(), tail(finding.subject())))));
                }));
    }

    /** The query and fragment, as they stand. */
    static String tail(String url) {
        for (int i = 0; i < url.length(); i++) {
            if (url.charAt(i) == '?' || url.charAt(i) == '#') {
                return url.substring(i);
            }
        }
        return "";
    }
}
