package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import java.util.Locale;
import java.util.Optional;

/** Links to a place within a page that has no such place. */
final class AnchorBroken implements Rule {

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (named.use() != Reference.Use.LINK || target.fragment() == null || !named(target.fragment())) {
                return;
            }
            String file = page.site().file(target.path());
            if (file != null && page.site().hasPlace(file, target.fragment())) {
                return;
            }
            Page to = target.path().equals("/" + page.path())
                    ? page
                    : file == null ? null : page.site().page(file).orElse(null);
            if (to != null && !to.facts().anchors().contains(target.fragment())) {
                report.found(
                        page.path(),
                        named.at().line(),
                        named.url(),
                        (to == page ? "This page" : target.path()) + " has no place called “" + target.fragment()
                                + "”.");
            }
        });
    }

    /** The top is always there (HTML, section 7.4.6.3), and text fragments name words. */
    private static boolean named(String fragment) {
        return !fragment.isEmpty()
                && !fragment.equalsIgnoreCase("top")
                && !fragment.startsWith(":~:")
                && !fragment.startsWith("!")
                && !fragment.startsWith("/");
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> page.target(finding.subject()).flatMap(target -> {
                    String file = site.file(target.path());
                    return Optional.ofNullable(file == null ? finding.path() : file)
                            .flatMap(site::page)
                            .flatMap(to -> alike(to, target.fragment()))
                            .map(anchor -> Fix.edit(
                                    "Link to “" + anchor + "”",
                                    page.path(),
                                    page.rewritten(
                                            finding.subject(),
                                            finding.subject()
                                                            .substring(
                                                                    0,
                                                                    finding.subject()
                                                                                    .indexOf('#')
                                                                            + 1)
                                                    + Urls.encoded(anchor))));
                }));
    }

    private static Optional<String> alike(Page page, String fragment) {
        String plain = plain(fragment);
        return page.facts().anchors().names().stream()
                .filter(anchor -> plain(anchor).equals(plain))
                .findFirst();
    }

    private static String plain(String name) {
        return name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    }
}
