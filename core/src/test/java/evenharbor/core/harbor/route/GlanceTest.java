package evenharbor.core.harbor.route;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.Glance.Kind;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class GlanceTest {

    private static final FileEntry PAGE = new FileEntry("a".repeat(64), 1, "text/html", true);
    private static final Manifest BUILD = Manifest.of(Map.of("index.html", PAGE));

    private final Routes now = Routes.of(Map.of(
            "site.localhost", HostRoutes.of(SiteRoutes.of(BUILD, new SiteRoutes.ServingOptions(false, true))),
            "trial.localhost", HostRoutes.of(SiteRoutes.of(BUILD, new SiteRoutes.ServingOptions(true, false))),
            "empty.localhost", HostRoutes.of(SiteRoutes.of(Manifest.EMPTY, new SiteRoutes.ServingOptions(true, false))),
            "old.localhost", HostRoutes.of(Map.of("/", Onward.to("http://Site.localhost:7080"))),
            "twice.localhost", HostRoutes.of(Map.of("/", Onward.to("http://old.localhost"))),
            "card.localhost", HostRoutes.of(Map.of("/", Onward.pointer("https://site.localhost/index.html"))),
            "away.localhost", HostRoutes.of(Map.of("/", Onward.pointer("https://example.org/a")))));
    private final Routes down = now.with(Map.of("site.localhost", Optional.empty()));

    private void gets(Routes routes, String host, Kind kind, String words) {
        Glance glance = Glance.at(now, routes, host, "/", 0);
        assertThat(glance.kind()).as(host).isEqualTo(kind);
        assertThat(glance.words()).as(host).isEqualTo(words);
    }

    @Test
    void whatIsThereIsTold() {
        gets(now, "site.localhost", Kind.SITE, "Visitors get the site");
        gets(now, "trial.localhost", Kind.TRIAL, "Whoever knows it gets the trial");
        gets(now, "empty.localhost", Kind.TRIAL, "Whoever knows it gets the trial");
        gets(now, "old.localhost", Kind.FORWARDS, "Visitors are sent on to Site.localhost:7080");
        gets(now, "twice.localhost", Kind.FORWARDS, "Visitors are sent on to old.localhost");
        gets(now, "nobody.localhost", Kind.MISSING, "Visitors get a missing page (404)");
    }

    @Test
    void whoeverIsSentToWhatIsGoneIsToldSo() {
        String there = ", and get a missing page (404) there";
        gets(down, "site.localhost", Kind.MISSING, "Visitors get a missing page (404)");
        gets(down, "old.localhost", Kind.FORWARDS, "Visitors are sent on to Site.localhost:7080" + there);
        gets(down, "card.localhost", Kind.FORWARDS, "Visitors are sent on to site.localhost/index.html" + there);
        gets(down, "away.localhost", Kind.FORWARDS, "Visitors are sent on to example.org/a");
        gets(down, "twice.localhost", Kind.FORWARDS, "Visitors are sent on to old.localhost");
    }
}
