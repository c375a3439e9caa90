package evenharbor.core.what.finding;

import java.util.Optional;
import java.util.stream.Collectors;

/** A site without a page of its own for paths that are not there. */
final class MissingPageAbsent implements Rule {

    @Override
    public void site(Site site, Report report) {
        if (!site.pages().isEmpty() && site.manifest().at(Site.MISSING_PAGE).isEmpty()) {
            report.found("", 0, "", "No file is called 404.html.");
        }
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        String lang = LanguageMissing.usual(site).orElse("en");
        String styles = site.page("index.html").stream()
                .flatMap(front -> front.sheets().stream())
                .map(sheet -> "    <link rel=\"stylesheet\" href=\"" + Page.escaped(Urls.encoded(sheet)) + "\">\n")
                .collect(Collectors.joining());
        return Optional.of(Fix.create(
                "Create a plain 404.html",
                Site.MISSING_PAGE,
                "<!doctype html>\n<html lang=\"" + Page.escaped(lang) + "\">\n  <head>\n"
                        + "    <meta charset=\"utf-8\">\n"
                        + "    <meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n"
                        + "    <title>This page is not here</title>\n" + styles + "  </head>\n  <body>\n    <main>\n"
                        + "      <h1>This page is not here</h1>\n"
                        + "      <p><a href=\"/\">To the front page</a></p>\n    </main>\n  </body>\n</html>\n"));
    }
}
