package evenharbor.core.harbor.route;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.build.Pin;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RoutesTest {

    private static final SiteRoutes.ServingOptions MANNER = new SiteRoutes.ServingOptions(false, true);
    private static final long NOW = 1_000;

    private static FileEntry file(String content) {
        return new FileEntry(
                String.format("%016x", content.hashCode() * 0x9E3779B97F4A7C15L).repeat(4), 9, "text/html", true);
    }

    private static Manifest manifest(String... pathsAndContents) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < pathsAndContents.length; i += 2) {
            files.put(pathsAndContents[i], file(pathsAndContents[i + 1]));
        }
        return Manifest.of(files);
    }

    private static SiteRoutes site(String... pathsAndContents) {
        return SiteRoutes.of(manifest(pathsAndContents), MANNER);
    }

    private static Decision decide(Routes routes, String host, String path, String pin, long second) {
        return routes.decide(new VisitorRequest(host, path, pin.isEmpty() ? "" : "v=" + pin, second));
    }

    private static final Routes ROUTES = Routes.ofSites(Map.of(
            "a.harbor.localhost",
            site(
                    "index.html",
                    "front",
                    "about/index.html",
                    "about",
                    "about.html",
                    "flat",
                    "x",
                    "file",
                    "x/index.html",
                    "no",
                    "p q/é/index.html",
                    "odd",
                    "404.html",
                    "lost",
                    "de/404.html",
                    "verloren"),
            "b.harbor.localhost",
            site("only.html", "only")));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a.harbor.localhost | / | serve front",
                "a.harbor.localhost | /index.html | serve front",
                "a.harbor.localhost | /about/ | serve about",
                "a.harbor.localhost | /about | forward /about/",
                "a.harbor.localhost | /about.html | serve flat",
                "a.harbor.localhost | /x | serve file",
                "a.harbor.localhost | /p q/é | forward /p%20q/%C3%A9/",
                "a.harbor.localhost | /nowhere | missing lost",
                "a.harbor.localhost | /about/nowhere.png | missing lost",
                "a.harbor.localhost | /de/tee/kraut.html | missing verloren",
                "a.harbor.localhost | /de/ | missing verloren",
                "a.harbor.localhost | /de | missing lost",
                "a.harbor.localhost | /debris/x | missing lost",
                "b.harbor.localhost | / | missing",
                "b.harbor.localhost | /only.html | serve only",
                "b.harbor.localhost | /ONLY.html | missing",
                "c.harbor.localhost | / | nothing",
                "harbor.localhost | / | nothing",
            })
    void aRequestIsDecided(String host, String path, String wanted) {
        Decision decision = decide(ROUTES, host, path, "", NOW);
        String said;
        if (decision instanceof Decision.Serve serve) {
            said = "serve " + named(serve.file());
        } else if (decision instanceof Decision.Forward forward) {
            said = "forward " + forward.location();
        } else if (decision instanceof Decision.Missing missing) {
            said = ("missing " + missing.page().map(RoutesTest::named).orElse("")).strip();
        } else {
            said = "nothing";
        }
        assertThat(said).isEqualTo(wanted);
    }

    private static String named(FileEntry file) {
        return Stream.of("front", "about", "flat", "file", "odd", "lost", "verloren", "only")
                .filter(name -> file(name).equals(file))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aPinnedAssetMayBeKeptForGoodAndAnyOtherNot() {
        String pin = Pin.of(file("front"));
        assertThat(decide(ROUTES, "a.harbor.localhost", "/index.html", pin, NOW))
                .isInstanceOfSatisfying(
                        Decision.Serve.class, s -> assertThat(s.lasting()).isTrue());
        assertThat(decide(ROUTES, "a.harbor.localhost", "/index.html", "000000000000", NOW))
                .isInstanceOfSatisfying(
                        Decision.Serve.class, s -> assertThat(s.lasting()).isFalse());
        assertThat(decide(ROUTES, "a.harbor.localhost", "/index.html", pin.substring(1), NOW))
                .isInstanceOfSatisfying(
                        Decision.Serve.class, s -> assertThat(s.lasting()).isFalse());
    }

    @Test
    void afterAPublishTheOldAssetIsThereUnderItsPinForAWhileOnly() {
        SiteRoutes before = site("s.css", "old", "gone.css", "gone");
        SiteRoutes after = site("s.css", "new").after(before, NOW, NOW + 60);
        Routes routes = Routes.ofSites(Map.of("h", after));
        assertThat(served(routes, "/s.css", Pin.of(file("old")), NOW + 59)).contains(file("old"));
        assertThat(served(routes, "/gone.css", Pin.of(file("gone")), NOW + 59)).contains(file("gone"));
        assertThat(served(routes, "/s.css", Pin.of(file("old")), NOW + 60)).contains(file("new"));
        assertThat(served(routes, "/gone.css", Pin.of(file("gone")), NOW + 60)).isEmpty();
        assertThat(served(routes, "/gone.css", "", NOW)).isEmpty();
        assertThat(served(routes, "/s.css", "", NOW)).contains(file("new"));
    }

    @Test
    void howeverOftenIsPublishedOpenPagesGetWhatIsTheirs() {
        SiteRoutes routes = site("s.css", "0", "same.css", "same");
        for (int i = 1; i <= 100; i++) {
            routes = site("s.css", String.valueOf(i), "same.css", "same").after(routes, NOW + i, NOW + i + 60);
        }
        Routes all = Routes.ofSites(Map.of("h", routes));
        for (int i = 40; i <= 100; i++) {
            assertThat(served(all, "/s.css", Pin.of(file(String.valueOf(i))), NOW + 100))
                    .contains(file(String.valueOf(i)));
        }
        assertThat(served(all, "/s.css", Pin.of(file("39")), NOW + 100)).contains(file("100"));
        assertThat(served(all, "/same.css", Pin.of(file("same")), NOW + 100)).contains(file("same"));
    }

    @Test
    void ofVeryLargeSitesOnlyTheLatestBuildsStay() {
        SiteRoutes routes = large(0);
        for (int i = 1; i <= 4; i++) {
            routes = large(i).after(routes, NOW, NOW + 60);
        }
        Routes all = Routes.ofSites(Map.of("h", routes));
        assertThat(served(all, "/7.css", Pin.of(file("build 3")), NOW)).contains(file("build 3"));
        assertThat(served(all, "/7.css", Pin.of(file("build 2")), NOW)).contains(file("build 2"));
        assertThat(served(all, "/7.css", Pin.of(file("build 1")), NOW)).contains(file("build 4"));
    }

    /** A build of which all files are others than in the one before. */
    private static SiteRoutes large(int build) {
        String[] files = new String[(SiteRoutes.MOST_EARLIER / 2 + 1) * 2];
        for (int i = 0; i < files.length; i += 2) {
            files[i] = i / 2 + ".css";
            files[i + 1] = "build " + build;
        }
        return site(files);
    }

    @Test
    void namesAreLedElsewhereAndTakenAwayWithoutTouchingOthers() {
        SiteRoutes other = site("index.html", "front");
        Routes changed = ROUTES.with(Map.of(
                "a.harbor.localhost", Optional.empty(), "new.harbor.localhost", Optional.of(HostRoutes.of(other))));
        assertThat(changed.at("a.harbor.localhost")).isEmpty();
        assertThat(changed.at("new.harbor.localhost"))
                .get()
                .satisfies(h -> assertThat(h.byPath()).containsEntry("/", other));
        assertThat(changed.at("b.harbor.localhost")).isEqualTo(ROUTES.at("b.harbor.localhost"));
        assertThat(ROUTES.at("a.harbor.localhost")).isPresent();
    }

    private static Optional<FileEntry> served(Routes routes, String path, String pin, long second) {
        return decide(routes, "h", path, pin, second) instanceof Decision.Serve serve
                ? Optional.of(serve.file())
                : Optional.empty();
    }

    private static SiteRoutes mounted(String base, String... pathsAndContents) {
        return SiteRoutes.of(manifest(pathsAndContents), new SiteRoutes.ServingOptions(false, true, "", base));
    }

    private static final Routes MOUNTED = Routes.of(Map.of(
            "m.localhost",
            HostRoutes.of(Map.of(
                    "/", site("index.html", "front", "spring/index.html", "hidden", "springtime.html", "near"),
                    "/spring/", mounted("/spring", "index.html", "spring", "a/index.html", "deep", "404.html", "lost"),
                    "/spring/deeper/", mounted("/spring/deeper", "index.html", "deeper"),
                    "/out/", Onward.pointer("https://elsewhere.example/x"))),
            "old.localhost",
            HostRoutes.of(Map.of("/", Onward.to("http://m.localhost:7080/"))),
            "alone.localhost",
            HostRoutes.of(Map.of("/spring/", mounted("/spring", "index.html", "alone"))),
            "*.m.localhost",
            HostRoutes.of(site("index.html", "caught"))));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "m.localhost | / | front",
                "m.localhost | /springtime.html | near",
                "m.localhost | /spring/ | spring",
                "m.localhost | /spring/index.html | spring",
                "m.localhost | /spring | -> /spring/",
                "m.localhost | /spring/a | -> /spring/a/",
                "m.localhost | /spring/a/ | deep",
                "m.localhost | /spring/nothing | missing lost",
                "m.localhost | /nothing | missing",
                "m.localhost | /spring/deeper/ | deeper",
                "m.localhost | /spring/deeper | -> /spring/deeper/",
                "m.localhost | /spring/deeper/nothing | missing",
                "m.localhost | /out/ | -> https://elsewhere.example/x",
                "m.localhost | /out/deep | -> https://elsewhere.example/x",
                "old.localhost | / | -> http://m.localhost:7080/",
                "old.localhost | /a/b.html | -> http://m.localhost:7080/a/b.html",
                "old.localhost | /ä b | -> http://m.localhost:7080/%C3%A4%20b",
                "alone.localhost | /spring/ | alone",
                "alone.localhost | /spring | -> /spring/",
                "alone.localhost | / | nothing",
                "x.m.localhost | / | caught",
                "y.x.m.localhost | / | caught",
                "n.localhost | / | nothing",
            })
    void sitesLiveUnderPathsAndNamesLeadOn(String host, String path, String wanted) {
        Decision decision = decide(MOUNTED, host, path, "", NOW);
        String seen = decision instanceof Decision.Serve serve
                ? content(serve.file())
                : decision instanceof Decision.Forward forward
                        ? "-> " + forward.location()
                        : decision instanceof Decision.Missing missing
                                ? ("missing "
                                                + missing.page()
                                                        .map(RoutesTest::content)
                                                        .orElse(""))
                                        .strip()
                                : "nothing";
        assertThat(seen).isEqualTo(wanted);
    }

    private static String content(FileEntry file) {
        return Stream.of("front", "near", "spring", "deep", "lost", "deeper", "alone", "caught", "hidden")
                .filter(c -> file(c).hash().equals(file.hash()))
                .findFirst()
                .orElse("?");
    }

    @Test
    void assetsUnderAPathKeepTheirPins() {
        FileEntry spring = file("spring");
        assertThat(decide(MOUNTED, "m.localhost", "/spring/index.html", Pin.of(spring), NOW))
                .isInstanceOfSatisfying(
                        Decision.Serve.class, s -> assertThat(s.lasting()).isTrue());
    }

    /** Whatever host names and pages there are: the table says what a plain map of maps says. */
    @Property
    void theTableSaysWhatPlainMapsSay(
            @ForAll @Size(max = 40) List<@IntRange(max = 199) Integer> entries,
            @ForAll @IntRange(max = 19) int host,
            @ForAll @IntRange(max = 9) int page) {
        Map<String, Map<String, FileEntry>> plain = new TreeMap<>();
        entries.forEach(e ->
                plain.computeIfAbsent("h" + e % 20, h -> new TreeMap<>()).put("p" + e / 20 + ".html", file("c" + e)));
        Map<String, SiteRoutes> sites = new TreeMap<>();
        plain.forEach((name, files) -> sites.put(name, SiteRoutes.of(Manifest.of(new TreeMap<>(files)), MANNER)));
        Routes all = Routes.ofSites(sites);
        Routes grown = Routes.NONE;
        for (Map.Entry<String, SiteRoutes> site : sites.entrySet()) {
            grown = grown.with(Map.of(site.getKey(), Optional.of(HostRoutes.of(site.getValue()))));
        }
        Optional<FileEntry> wanted =
                Optional.ofNullable(plain.getOrDefault("h" + host, Map.of()).get("p" + page + ".html"));
        for (Routes routes : List.of(all, grown)) {
            Decision decision = decide(routes, "h" + host, "/p" + page + ".html", "", NOW);
            assertThat(decision instanceof Decision.Serve serve ? Optional.of(serve.file()) : Optional.empty())
                    .isEqualTo(wanted);
        }
    }

    /** A change to some names leaves what all others say as it was, and taking a name away leaves nothing of it. */
    @Property
    void aChangeTouchesOnlyItsNames(
            @ForAll @Size(min = 1, max = 30) Set<@IntRange(max = 99) Integer> hosts,
            @ForAll @IntRange(max = 99) int gone) {
        Map<String, SiteRoutes> sites = new TreeMap<>();
        hosts.forEach(h -> sites.put("h" + h, site("index.html", "c" + h)));
        Routes before = Routes.ofSites(sites);
        Routes after = before.with(Map.of("h" + gone, Optional.empty()));
        for (int h = 0; h < 100; h++) {
            Decision then = decide(before, "h" + h, "/", "", NOW);
            Decision now = decide(after, "h" + h, "/", "", NOW);
            assertThat(now).isEqualTo(h == gone ? Decision.NothingHere.INSTANCE : then);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "http://m.localhost/ | true | /a b/ü?x | http://m.localhost/a%20b/%C3%BC%3Fx",
                "http://m.localhost | true | / | http://m.localhost/",
                "http://m.localhost/spring/ | true | /x | http://m.localhost/spring/x",
                "https://elsewhere.example/shop?a=b#c | false | /x | https://elsewhere.example/shop?a=b#c",
            })
    void visitorsAreSentOnWithOrWithoutTheirPath(String url, boolean keeps, String path, String location) {
        Onward onward = keeps ? Onward.to(url) : Onward.pointer(url);
        Decision decision = Routes.of(Map.of("h", HostRoutes.of(Map.of("/", onward))))
                .decide(new VisitorRequest("h", path, "", NOW));
        assertThat(decision).isEqualTo(new Decision.Forward(location, keeps ? 301 : 302, keeps, Optional.empty()));
    }

    @Test
    void namesThatNobodyClaimedAreCaughtByTheNearestSite() {
        Routes routes = Routes.of(Map.of(
                "*", HostRoutes.of(site("index.html", "caught")),
                "*.moon.example", HostRoutes.of(site("index.html", "near")),
                "*.deep.moon.example", HostRoutes.of(site("index.html", "deep")),
                "known.moon.example", HostRoutes.of(site("index.html", "front"))));
        Map.of(
                        "anything.example", "caught",
                        "moon.example", "caught",
                        "x.moon.example", "near",
                        "y.x.moon.example", "near",
                        "a.deep.moon.example", "deep",
                        "deep.moon.example", "near",
                        "known.moon.example", "front",
                        "below.known.moon.example", "near")
                .forEach((host, wanted) -> assertThat(decide(routes, host, "/", "", NOW))
                        .as(host)
                        .isInstanceOfSatisfying(
                                Decision.Serve.class,
                                s -> assertThat(content(s.file())).isEqualTo(wanted)));
    }

    @ParameterizedTest(name = "closed [{0}], {1}: {2}")
    @CsvSource(
            nullValues = "-",
            value = {
                "-, /, closed",
                "-, /about/, closed",
                "-, /about, closed",
                "-, /old, closed",
                "-, /missing, closed",
                "-, /style.css, serve",
                "-, /robots.txt, serve",
                "/about/, /, serve",
                "/about/, /about/, closed",
                "/about/, /about, closed",
                "/about/, /missing, missing",
                "/about/, /old, forward",
            })
    void aClosedSiteAnswersWithItsNotice(String closed, String path, String answer) {
        Set<String> paths = closed == null ? Set.of() : Set.of(closed);
        Redirects redirects = Redirects.of(List.of(Redirect.of("r", Source.exact("/old"), "/")));
        SiteRoutes open = SiteRoutes.of(
                "site",
                manifest("index.html", "front", "about/index.html", "about", "style.css", "css", "robots.txt", "all"),
                MANNER,
                redirects);
        for (Closure.Notice notice :
                List.of(new Closure.Words("Closed", ""), new Closure.Elsewhere("https://other.example/"))) {
            Routes routes =
                    Routes.ofSites(Map.of("a.example", open.closed(new Closure(paths, notice, Optional.empty()))));
            Decision decision = decide(routes, "a.example", path, "", NOW);
            if (answer.equals("closed") && notice instanceof Closure.Elsewhere) {
                assertThat(decision)
                        .isEqualTo(new Decision.Forward("https://other.example/", 302, false, Optional.empty()));
            } else {
                assertThat(decision.getClass().getSimpleName()).isEqualToIgnoringCase(answer);
            }
        }
        assertThat(decide(Routes.ofSites(Map.of("a.example", open)), "a.example", "/about/", "", NOW))
                .as("the open one is as it was")
                .isInstanceOf(Decision.Serve.class);
    }

    @Test
    void whereAClosedSiteSendsItsVisitorsIsOpen() {
        SiteRoutes closed = site("index.html", "front", "news/index.html", "news")
                .closed(new Closure(Set.of(), new Closure.Elsewhere("/news/"), Optional.empty()));
        Routes routes = Routes.ofSites(Map.of("a.example", closed));
        assertThat(decide(routes, "a.example", "/", "", NOW))
                .isEqualTo(new Decision.Forward("/news/", 302, false, Optional.empty()));
        assertThat(decide(routes, "a.example", "/news/", "", NOW)).isInstanceOf(Decision.Serve.class);
        assertThat(Glance.at(routes, routes, "a.example", "/", NOW).kind()).isEqualTo(Glance.Kind.FORWARDS);
        Routes words = Routes.ofSites(Map.of(
                "a.example",
                site("index.html", "x")
                        .closed(new Closure(Set.of(), new Closure.Words("Closed", ""), Optional.empty()))));
        assertThat(Glance.at(words, words, "a.example", "/", NOW).kind()).isEqualTo(Glance.Kind.CLOSED);
        Journey journey = Journey.of(words, new VisitorRequest("a.example", "/", "", NOW));
        assertThat(journey.end()).isEqualTo(Journey.End.CLOSED);
        assertThat(journey.hops().get(0).status()).isEqualTo(503);
    }
}
