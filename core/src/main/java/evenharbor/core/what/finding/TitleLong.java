package evenharbor.core.what.finding;

/** Titles longer than search results show. */
final class TitleLong implements Rule {

    static final int LONGEST = 65;

    @Override
    public void page(Page page, Report report) {
        if (page.toBeFound() && page.title().length() > LONGEST) {
            report.found(
                    page.path(),
                    page.facts().titles().get(0).at().line(),
                    page.title(),
                    "It has " + page.title().length() + " characters.");
        }
    }
}
