package evenharbor.core.harbor.route;

import static evenharbor.core.harbor.route.RedirectCase.told;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.common.UrlPath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.where.redirect.Match;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.SiteFacts;
import java.io.IOException;
import java.net.URI;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** One table of rules and requests, run against the compiled set and the trial of a URL; the edge has it over HTTP. */
class RedirectTableTest {

    private static final String HOST = "cases.harbor.localhost";
    private static final FileEntry PAGE = new FileEntry("ab".repeat(32), 18, "text/html", true);

    static List<RedirectCase> cases() throws IOException {
        return RedirectCase.all();
    }

    @Test
    void theTableIsLongEnoughToMeanSomething() throws IOException {
        assertThat(cases()).hasSizeGreaterThanOrEqualTo(200);
    }

    @ParameterizedTest
    @MethodSource("cases")
    void setAndTrialAgree(RedirectCase each) {
        assertThat(bySet(each)).as("the set").isEqualTo(each.expected());
        assertThat(byTrial(each)).as("the trial").isEqualTo(each.expected());
    }

    /** By the compiled set alone, and what is known of a plain site: pages, and folders that lead to their page. */
    private String bySet(RedirectCase each) {
        Redirects set = Redirects.of(each.rules());
        NavigableSet<String> pages = SiteFacts.paths(each.files(PAGE));
        List<String> hops = new ArrayList<>();
        URI at = URI.create("http://" + HOST + each.url()).normalize();
        while (hops.size() < Journey.MOST_HOPS) {
            String path = Normalizer.normalize(at.getPath(), Normalizer.Form.NFC);
            String query = Optional.ofNullable(at.getRawQuery()).orElse("");
            Optional<Match> match = set.at(path, query, each.at().getEpochSecond())
                    .filter(m -> !(m.rule().pagesFirst() && pages.contains(path)));
            boolean folder = !path.endsWith("/") && pages.contains(path + "/");
            if (match.isEmpty() && !folder) {
                return told(hops, pages.contains(path) ? "200" : "404");
            }
            if (match.isPresent() && match.get().rule().status() == RedirectStatus.GONE) {
                return told(hops, "410");
            }
            String location = match.map(Match::location)
                    .orElse(UrlPath.encoded(path + "/") + (query.isEmpty() ? "" : "?" + query));
            hops.add(match.map(m -> m.rule().status().code()).orElse(301) + " " + location);
            at = at.resolve(location);
            if (!at.getHost().equals(HOST)) {
                return told(hops, "out");
            }
        }
        return "loop";
    }

    private String byTrial(RedirectCase each) {
        URI url = URI.create("http://" + HOST + each.url()).normalize();
        String path = Normalizer.normalize(url.getPath(), Normalizer.Form.NFC);
        Journey journey = Journey.of(
                Routes.ofSites(Map.of(HOST, each.site(PAGE))),
                new VisitorRequest(HOST, path, each.query(), each.at().getEpochSecond()));
        List<String> hops = journey.hops().stream()
                .filter(hop -> !hop.location().isEmpty())
                .map(hop -> hop.status() + " " + hop.location())
                .toList();
        return switch (journey.end()) {
            case LOOP -> "loop";
            case OUTSIDE -> told(hops, "out");
            case PAGE, GONE, CLOSED, ASKED, MISSING, NOTHING_HERE ->
                told(
                        hops,
                        String.valueOf(
                                journey.hops().get(journey.hops().size() - 1).status()));
        };
    }
}
