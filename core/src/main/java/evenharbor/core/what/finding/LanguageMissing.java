package evenharbor.core.what.finding;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Pages that do not say their language. */
final class LanguageMissing implements Rule {

    @Override
    public void page(Page page, Report report) {
        if (!page.facts().sendsOn() && page.facts().lang().isBlank()) {
            report.found(page.path(), 1, "", "");
        }
    }

    /** The language that most of the other pages say. */
    static Optional<String> usual(Site site) {
        return site.pages().stream()
                .map(page -> page.facts().lang().strip())
                .filter(lang -> !lang.isEmpty())
                .collect(Collectors.groupingBy(lang -> lang, TreeMap::new, Collectors.counting()))
                .entrySet()
                .stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey);
    }

    @Override
    public Optional<Fix> fix(Site site, Finding finding) {
        return site.page(finding.path())
                .flatMap(page -> usual(site).map(lang -> {
                    int html = page.facts().shell().html();
                    String attribute = " lang=\"" + Page.escaped(lang) + "\"";
                    return Fix.edit(
                            "Say that it is " + Locale.forLanguageTag(lang).getDisplayLanguage(Locale.ENGLISH),
                            page.path(),
                            List.of(
                                    html >= 0
                                            ? new Fix.Edit(html, html, attribute)
                                            : new Fix.Edit(
                                                    page.facts().shell().document(),
                                                    page.facts().shell().document(),
                                                    "<html" + attribute + ">\n",
                                                    Fix.Edit.ROOT)));
                }));
    }
}
