package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import evenharbor.core.what.draft.SitePath;
import java.util.List;
import java.util.Optional;

/** What pages and style sheets load and that is not there. */
final class FileMissing implements Rule {

    @Override
    public boolean sheets() {
        return true;
    }

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (loads(named.use())
                    && target.kind() == Target.Kind.INSIDE
                    && !named.url().isBlank()
                    && page.site().file(target.path()) == null
                    && !page.site().redirects(target.path())
                    && page.site().otherLetters(target.path()) == null) {
                report.found(page.path(), named.at().line(), named.url(), "Nothing is at " + target.path() + ".");
            }
        });
    }

    /** Whether it comes with the page. */
    static boolean loads(Reference.Use use) {
        return switch (use) {
            case SCRIPT, STYLE, PICTURE, PICTURE_SET, SOUND, OBJECT, FONT, OTHER -> true;
            case FRAME, FORM, BASE, LINK, INERT -> false;
        };
    }

    /** The one file of that name that lies elsewhere in the site. */
    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.target(finding.subject()).flatMap(target -> {
                    String name = SitePath.nameOf(target.path());
                    List<String> named = site.manifest().files().keySet().stream()
                            .filter(file -> SitePath.nameOf(file).equals(name))
                            .toList();
                    return named.size() != 1
                            ? Optional.empty()
                            : Optional.of(Fix.edit(
                                    "Load " + named.get(0),
                                    page.path(),
                                    page.rewritten(
                                            finding.subject(), page.urlTo("/" + named.get(0), finding.subject(), ""))));
                }));
    }
}
