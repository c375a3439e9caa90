package evenharbor.core.what.finding;

import evenharbor.core.what.build.MixedContent;

/** What pages and style sheets load by plain HTTP from others; URLs of hosts of one's own the build mends. */
final class NotSecure implements Rule {

    @Override
    public boolean sheets() {
        return true;
    }

    @Override
    public void page(Page page, Report report) {
        page.references((named, target) -> {
            if (target.kind() == Target.Kind.OUTSIDE) {
                MixedContent.fate(named.use(), page.facts().upgrades())
                        .filter(fate -> MixedContent.plainHost(named.url()).isPresent())
                        .ifPresent(fate -> report.found(page.path(), named.at().line(), named.url(), sentence(fate)));
            }
        });
    }

    private static String sentence(MixedContent.Fate fate) {
        return switch (fate) {
            case BLOCKED -> "Browsers do not load it.";
            case UPGRADED -> "Browsers ask for it by HTTPS instead, and get nothing where that is not answered.";
            case WARNED -> "Browsers warn before anything is sent.";
        };
    }
}
