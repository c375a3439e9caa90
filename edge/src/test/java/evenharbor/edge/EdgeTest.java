package evenharbor.edge;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteLanguages;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.Translations;
import evenharbor.core.what.build.Pin;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.QueryRule;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.visit.Batch;
import evenharbor.edge.visit.VisitCounter;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The visitor-facing server over real HTTP. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class EdgeTest {

    private static final String SITE = "site.harbor.localhost";
    private static final String PAGE =
            "<!doctype html><title>Front</title>" + "<p>A line that packs well.</p>".repeat(60);

    private final HttpClient client = HttpClient.newHttpClient();
    private DirectoryBlobs blobs;
    private Edge edge;
    private FileEntry page;
    private byte[] large;

    @BeforeAll
    void start(@TempDir Path folder) throws Exception {
        blobs = new DirectoryBlobs(folder);
        page = keep(PAGE.getBytes(StandardCharsets.UTF_8), "text/html", true);
        large = new byte[700_000];
        new Random(7).nextBytes(large);
        Map<String, FileEntry> files = new TreeMap<>();
        files.put("index.html", page);
        files.put("about/index.html", page);
        files.put("pläne/index.html", page);
        files.put("100%.html", page);
        files.put(".env", page);
        files.put("a/.git/config", page);
        files.put(".well-known/security.txt", page);
        files.put("film.mp4", keep(large, "video/mp4", false));
        files.put("legacy.html", keep(new byte[] {'<', 'p', '>', (byte) 0xe9}, "text/html", false));
        Manifest build = Manifest.of(files);
        Map<String, FileEntry> withOwn404 = new TreeMap<>(files);
        withOwn404.put("404.html", keep("<p>Our own</p>".getBytes(StandardCharsets.UTF_8), "text/html", true));
        blobs.putPacked(page.hash(), Coding.GZIP, Coding.GZIP.pack(PAGE.getBytes(StandardCharsets.UTF_8)));
        blobs.putPacked(page.hash(), Coding.BROTLI, Coding.BROTLI.pack(PAGE.getBytes(StandardCharsets.UTF_8)));
        SiteRoutes preview = SiteRoutes.of(build, new SiteRoutes.ServingOptions(true, false));
        edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 1 << 20),
                blobs,
                host -> host.equals("known.preview.localhost") ? Optional.of(preview) : Optional.empty(),
                token -> token.equals("known") ? Optional.of("known.print") : Optional.empty(),
                Door.of(new Passes(new byte[32])),
                Clock.systemUTC());
        edge.exchange(routes -> Routes.ofSites(Map.of(
                SITE,
                SiteRoutes.of(build, new SiteRoutes.ServingOptions(false, true)),
                "hidden.harbor.localhost",
                SiteRoutes.of(Manifest.of(withOwn404), new SiteRoutes.ServingOptions(false, false)),
                "alias.harbor.localhost",
                SiteRoutes.of(build, new SiteRoutes.ServingOptions(false, true, "http://" + SITE, "")))));
        edge.exchange(routes -> routes.with(Map.of(
                "*.wild.localhost",
                Optional.of(HostRoutes.of(SiteRoutes.of(build, new SiteRoutes.ServingOptions(false, true)))))));
        edge.start();
    }

    @AfterAll
    void stop() throws Exception {
        edge.stop();
    }

    private FileEntry keep(byte[] bytes, String type, boolean utf8) throws Exception {
        var kept = blobs.put(new ByteArrayInputStream(bytes));
        return new FileEntry(kept.hash(), kept.size(), type, utf8);
    }

    private HttpResponse<byte[]> ask(String method, String host, String path, String... fields) throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + edge.port() + path))
                .method(method, HttpRequest.BodyPublishers.noBody())
                .header("Host", host);
        if (fields.length > 0) {
            request.headers(fields);
        }
        return client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    private static String field(HttpResponse<byte[]> answer, String name) {
        return answer.headers().firstValue(name).orElse("");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "site.harbor.localhost | / | 200 | text/html;charset=utf-8",
                "SITE.harbor.localhost:7080 | / | 200 | text/html;charset=utf-8",
                "site.harbor.localhost. | / | 200 | text/html;charset=utf-8",
                "site.harbor.localhost | /about | 301 | ''",
                "site.harbor.localhost | /pl%C3%A4ne/ | 200 | text/html;charset=utf-8",
                "site.harbor.localhost | /pla%CC%88ne/ | 200 | text/html;charset=utf-8",
                "site.harbor.localhost | /about/../index.html | 200 | text/html;charset=utf-8",
                "site.harbor.localhost | /legacy.html | 200 | text/html",
                "site.harbor.localhost | /100%25.html | 200 | text/html;charset=utf-8",
                "site.harbor.localhost | /100%2525.html | 404 | text/html;charset=utf-8",
                "site.harbor.localhost | /nowhere | 404 | text/html;charset=utf-8",
                "hidden.harbor.localhost | /nowhere | 404 | text/html;charset=utf-8",
                "nobody.harbor.localhost | / | 404 | text/html;charset=utf-8",
                "known.preview.localhost | / | 200 | text/html;charset=utf-8",
                "guessed.preview.localhost | / | 404 | text/html;charset=utf-8",
                "site.harbor.localhost | /%2e%2e/secret | 400 | *",
                "site.harbor.localhost | /a%2fb | 400 | *",
            })
    void anAddressIsAnswered(String host, String path, int status, String type) throws Exception {
        HttpResponse<byte[]> answer = ask("GET", host, path);
        assertThat(answer.statusCode()).isEqualTo(status);
        if (!type.equals("*")) {
            assertThat(field(answer, "content-type")).isEqualTo(type);
        }
        HttpResponse<byte[]> head = ask("HEAD", host, path);
        assertThat(head.statusCode()).isEqualTo(status);
        assertThat(head.body()).isEmpty();
        if (status < 400) {
            assertThat(field(head, "content-length")).isEqualTo(field(answer, "content-length"));
        }
    }

    @Test
    void aForwardKeepsTheQuery() throws Exception {
        assertThat(field(ask("GET", SITE, "/about?a=1"), "location")).isEqualTo("/about/?a=1");
    }

    @Test
    void anUnknownNameAndASiteThatIsNotLiveTellNothing() throws Exception {
        HttpResponse<byte[]> answer = ask("GET", "nobody.harbor.localhost", "/");
        String text = new String(answer.body(), StandardCharsets.UTF_8);
        assertThat(text).contains("There is no site at this address").doesNotContain("nobody", "Jetty");
        assertThat(field(answer, "server")).isEmpty();
        assertThat(field(answer, "x-robots-tag")).contains("noindex");
    }

    @Test
    void theSitesOwnPageIsShownForWhatIsMissing() throws Exception {
        assertThat(ask("GET", "hidden.harbor.localhost", "/nowhere").body())
                .asString()
                .isEqualTo("<p>Our own</p>");
    }

    @ParameterizedTest
    @CsvSource({
        "'br, gzip',br",
        "gzip,gzip",
        "'gzip, br;q=0',gzip",
        "identity,''",
        "'',''",
        "'GZIP',gzip",
        "'*;q=0',''",
    })
    void thePackedFormThatIsAcceptedIsSent(String accepted, String coding) throws Exception {
        HttpResponse<byte[]> answer = ask("GET", SITE, "/", "Accept-Encoding", accepted);
        assertThat(field(answer, "content-encoding")).isEqualTo(coding);
        assertThat(field(answer, "vary")).isEqualTo("Accept-Encoding");
        if (coding.equals("gzip")) {
            byte[] plain = new GZIPInputStream(new ByteArrayInputStream(answer.body())).readAllBytes();
            assertThat(plain).asString(StandardCharsets.UTF_8).isEqualTo(PAGE);
        }
        HttpResponse<byte[]> again =
                ask("GET", SITE, "/", "Accept-Encoding", accepted, "If-None-Match", field(answer, "etag"));
        assertThat(again.statusCode()).isEqualTo(304);
        assertThat(again.body()).isEmpty();
        assertThat(field(again, "etag")).isEqualTo(field(answer, "etag"));
        assertThat(field(again, "vary")).isEqualTo("Accept-Encoding");
        assertThat(field(again, "cache-control")).isEqualTo("no-cache");
    }

    @Test
    void anotherFormOrContentIsNotTakenForTheOneHeld() throws Exception {
        String tag = field(ask("GET", SITE, "/", "Accept-Encoding", "br"), "etag");
        assertThat(ask("GET", SITE, "/", "If-None-Match", tag).statusCode()).isEqualTo(200);
        String plain = field(ask("GET", SITE, "/"), "etag");
        assertThat(ask("GET", SITE, "/", "If-None-Match", "\"x\", W/" + plain).statusCode())
                .isEqualTo(304);
        assertThat(ask("GET", SITE, "/", "If-None-Match", "*").statusCode()).isEqualTo(304);
        assertThat(ask("GET", SITE, "/", "If-Match", "\"x\"").statusCode()).isEqualTo(412);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "bytes=0-99 | 206 | 0 | 100",
                "bytes=699900- | 206 | 699900 | 100",
                "bytes=-10 | 206 | 699990 | 10",
                "bytes=699990-900000 | 206 | 699990 | 10",
                "bytes=700000- | 416 | 0 | 0",
                "bytes=0-1,5-6 | 200 | 0 | 700000",
                "lines=1-2 | 200 | 0 | 700000",
                "bytes=x-y | 200 | 0 | 700000",
            })
    void aRangeIsAnswered(String range, int status, int from, int length) throws Exception {
        HttpResponse<byte[]> answer = ask("GET", SITE, "/film.mp4", "Range", range);
        assertThat(answer.statusCode()).isEqualTo(status);
        if (status == 416) {
            assertThat(field(answer, "content-range")).isEqualTo("bytes */700000");
            return;
        }
        assertThat(answer.body()).isEqualTo(Arrays.copyOfRange(large, from, from + length));
        if (status == 206) {
            assertThat(field(answer, "content-range"))
                    .isEqualTo("bytes " + from + "-" + (from + length - 1) + "/700000");
        }
    }

    @Test
    void aResumedDownloadGetsTheRestOnlyWhenTheContentIsTheSame() throws Exception {
        String tag = field(ask("GET", SITE, "/film.mp4"), "etag");
        String range = "bytes=100-";
        assertThat(ask("GET", SITE, "/film.mp4", "Range", range, "If-Range", tag)
                        .statusCode())
                .isEqualTo(206);
        HttpResponse<byte[]> changed = ask("GET", SITE, "/film.mp4", "Range", range, "If-Range", "\"older\"");
        assertThat(changed.statusCode()).isEqualTo(200);
        assertThat(changed.body()).hasSize(large.length);
        HttpResponse<byte[]> ofPage = ask("GET", SITE, "/", "Range", "bytes=0-14", "Accept-Encoding", "br");
        assertThat(ofPage.body()).asString(StandardCharsets.UTF_8).isEqualTo("<!doctype html>");
    }

    @Test
    void onlyAPinnedAddressMayBeKeptForGood() throws Exception {
        assertThat(field(ask("GET", SITE, "/index.html"), "cache-control")).isEqualTo("no-cache");
        assertThat(field(ask("GET", SITE, "/index.html?v=" + Pin.of(page)), "cache-control"))
                .contains("immutable");
        assertThat(field(ask("GET", SITE, "/index.html?v=000000000000"), "cache-control"))
                .isEqualTo("no-cache");
    }

    @Test
    void aPreviewIsKeptByNobodyAndFoundByNobody() throws Exception {
        HttpResponse<byte[]> answer = ask("GET", "known.preview.localhost", "/");
        assertThat(field(answer, "cache-control")).isEqualTo("private, no-store");
        assertThat(field(answer, "x-robots-tag")).isEqualTo("noindex, nofollow");
        assertThat(field(answer, "referrer-policy")).isEqualTo("same-origin");
    }

    @Test
    void anAliasNamesTheMainAddress() throws Exception {
        assertThat(field(ask("GET", "alias.harbor.localhost", "/about/"), "link"))
                .isEqualTo("<http://" + SITE + "/about/>; rel=\"canonical\"");
        assertThat(field(ask("GET", SITE, "/about/"), "link")).isEmpty();
    }

    @Test
    void aSiteThatMayNotBeListedSaysSo() throws Exception {
        assertThat(field(ask("GET", "hidden.harbor.localhost", "/"), "x-robots-tag"))
                .contains("noindex");
        assertThat(field(ask("GET", SITE, "/"), "x-robots-tag")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"POST", "PUT", "DELETE"})
    void onlyReadingIsAllowed(String method) throws Exception {
        HttpResponse<byte[]> answer = ask(method, SITE, "/");
        assertThat(answer.statusCode()).isEqualTo(405);
        assertThat(field(answer, "allow")).isEqualTo("GET, HEAD");
    }

    @Test
    void aContentThatIsGoneFromTheDiskIsSaidPlainly() throws Exception {
        FileEntry gone = new FileEntry("0".repeat(64), 3, "text/html", true);
        edge.exchange(routes -> routes.with(Map.of(
                "gone.harbor.localhost",
                Optional.of(HostRoutes.of(SiteRoutes.of(
                        Manifest.of(Map.of("index.html", gone)), new SiteRoutes.ServingOptions(false, true)))))));
        assertThat(ask("GET", "gone.harbor.localhost", "/").statusCode()).isEqualTo(500);
        assertThat(ask("GET", SITE, "/").statusCode()).isEqualTo(200);
    }

    @Test
    void redirectsAnswerEveryMethodAndGonePagesSaySo() throws Exception {
        List<Redirect> rules = List.of(
                Redirect.of("r1", Source.exact("/form"), "/about/")
                        .leadingTo("/about/", RedirectStatus.MOVED_SAME_METHOD, QueryRule.KEEP),
                Redirect.of("r2", Source.exact("/gone"), "").leadingTo("", RedirectStatus.GONE, QueryRule.KEEP));
        Manifest build = Manifest.of(Map.of("index.html", page));
        SiteRoutes site = SiteRoutes.of("s1", build, new SiteRoutes.ServingOptions(false, true), Redirects.of(rules));
        edge.exchange(routes -> routes.with(Map.of("rules.harbor.localhost", Optional.of(HostRoutes.of(site)))));
        edge.visits().take();
        HttpResponse<byte[]> sent = ask("POST", "rules.harbor.localhost", "/form?x=1");
        assertThat(sent.statusCode()).isEqualTo(308);
        assertThat(field(sent, "Location")).isEqualTo("/about/?x=1");
        assertThat(ask("POST", "rules.harbor.localhost", "/other").statusCode()).isEqualTo(405);
        HttpResponse<byte[]> gone = ask("GET", "rules.harbor.localhost", "/gone");
        assertThat(gone.statusCode()).isEqualTo(410);
        assertThat(new String(gone.body(), StandardCharsets.UTF_8)).contains("taken away for good");
        ask("GET", "rules.harbor.localhost", "/form");
        ask(
                "GET",
                "rules.harbor.localhost",
                "/none",
                "Referer",
                "https://Friend.example/page?who=me",
                "Accept-Language",
                "en");
        Batch counted = edge.visits().take();
        assertThat(counted.follows())
                .isEqualTo(Map.of(new Batch.Follow("s1", "r1"), 1L, new Batch.Follow("s1", "r2"), 1L));
        assertThat(counted.misses())
                .containsExactly(new Batch.Asked("s1", "", "/none", 1, 1, Map.of("friend.example", 1L)));
    }

    @Test
    void pagesThatVisitorsSeeAreCountedByHostNameAndNothingElseIs() throws Exception {
        edge.visits().take();
        ask("GET", SITE, "/");
        ask("GET", "SITE.harbor.localhost:7080", "/about/");
        ask("GET", SITE, "/film.mp4");
        ask("GET", SITE, "/nowhere");
        ask("GET", "nobody.harbor.localhost", "/");
        ask("GET", "known.preview.localhost", "/");
        ask("GET", SITE, "/", "User-Agent", VisitCounter.CHECKING_AGENT);
        Batch counted = edge.visits().take();
        assertThat(counted.pages()).isEqualTo(Map.of(SITE, 2L));
        assertThat(edge.visits().take().isEmpty()).isTrue();
        edge.visits().putBack(counted);
        ask("GET", SITE, "/");
        assertThat(edge.visits().take().pages()).isEqualTo(Map.of(SITE, 3L));
    }

    @Test
    void searchEnginesAreLetInToSeeThatAHiddenSiteIsNotToBeListed() throws Exception {
        for (String host : List.of("hidden.harbor.localhost", "known.preview.localhost")) {
            HttpResponse<byte[]> robots = ask("GET", host, "/robots.txt");
            assertThat(robots.statusCode()).isEqualTo(200);
            assertThat(robots.body()).asString().contains("User-agent: *").doesNotContain("Disallow: /");
        }
        assertThat(ask("GET", SITE, "/robots.txt").statusCode())
                .as("a listed site has only what its owner put there")
                .isEqualTo(404);
    }

    @Test
    void aSiteUnderAPathNamesItsMainAddressWithoutThePath() throws Exception {
        Manifest build = Manifest.of(Map.of("index.html", page, "about/index.html", page));
        SiteRoutes mounted =
                SiteRoutes.of(build, new SiteRoutes.ServingOptions(false, true, "http://main.localhost", "/spring"));
        edge.exchange(routes ->
                routes.with(Map.of("mount.harbor.localhost", Optional.of(HostRoutes.of(Map.of("/spring/", mounted))))));
        HttpResponse<byte[]> answer = ask("GET", "mount.harbor.localhost", "/spring/about/");
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(field(answer, "link")).isEqualTo("<http://main.localhost/about/>; rel=\"canonical\"");
        HttpResponse<byte[]> bare = ask("GET", "mount.harbor.localhost", "/spring?a=1");
        assertThat(bare.statusCode()).isEqualTo(301);
        assertThat(field(bare, "location")).isEqualTo("/spring/?a=1");
        assertThat(ask("GET", "mount.harbor.localhost", "/").statusCode()).isEqualTo(404);
    }

    @Test
    void whoComesToTheFrontPageIsSentToTheirLanguageAndWhoChoseStays() throws Exception {
        Manifest build = Manifest.of(Map.of("index.html", page, "de/index.html", page));
        SiteLanguages fronts = SiteLanguages.ofFront("en", new TreeMap<>(Map.of("de", "/de/")));
        SiteRoutes mounted = SiteRoutes.of(
                build, new SiteRoutes.ServingOptions(false, true, "", "/spring", UnlistedParts.NONE, fronts));
        String host = "tongues.harbor.localhost";
        edge.exchange(routes -> routes.with(Map.of(host, Optional.of(HostRoutes.of(Map.of("/spring/", mounted))))));
        HttpResponse<byte[]> sent = ask("GET", host, "/spring/", "Accept-Language", "de-CH, en;q=0.5");
        assertThat(sent.statusCode()).isEqualTo(302);
        assertThat(field(sent, "location")).isEqualTo("/spring/de/");
        assertThat(field(sent, "vary")).contains("Accept-Language");
        assertThat(field(sent, "cache-control")).contains("no-store");
        for (String[] stays : new String[][] {
            {"Accept-Language", "en, de;q=0.5"},
            {"Accept-Language", "fr"},
            {"Accept-Language", "de", "Referer", "http://" + host + "/spring/de/"},
            {"Accept", "text/html"},
        }) {
            HttpResponse<byte[]> stayed = ask("GET", host, "/spring/", stays);
            assertThat(stayed.statusCode()).as(String.join(" ", stays)).isEqualTo(200);
            assertThat(stayed.headers().allValues("vary")).contains("Accept-Language");
        }
        assertThat(ask("GET", host, "/spring/de/", "Accept-Language", "en").statusCode())
                .isEqualTo(200);
    }

    @Test
    void whoComesByARedirectIsSentToThePageInTheirLanguage() throws Exception {
        Manifest build = Manifest.of(Map.of("tea.html", page, "de/tea.html", page, "cake.html", page));
        SiteLanguages languages = new SiteLanguages(
                Translations.NONE,
                Map.of("/tea.html", new Translations("en", new TreeMap<>(Map.of("de", "/de/tea.html")))));
        Redirects rules = Redirects.of(List.of(
                Redirect.of("t", new Source(Source.Kind.EXACT, "/old-tea"), "/tea.html?pot=1#lid"),
                Redirect.of("c", new Source(Source.Kind.EXACT, "/old-cake"), "/cake.html"),
                Redirect.of("o", new Source(Source.Kind.EXACT, "/out"), "https://elsewhere.example/tea.html")));
        SiteRoutes mounted = SiteRoutes.of(
                "",
                build,
                new SiteRoutes.ServingOptions(false, true, "", "/spring", UnlistedParts.NONE, languages),
                rules);
        String host = "by-redirect.harbor.localhost";
        edge.exchange(routes -> routes.with(Map.of(host, Optional.of(HostRoutes.of(Map.of("/spring/", mounted))))));
        HttpResponse<byte[]> sent = ask("GET", host, "/spring/old-tea", "Accept-Language", "de-CH, en;q=0.5");
        assertThat(sent.statusCode()).isEqualTo(302);
        assertThat(field(sent, "location")).isEqualTo("/spring/de/tea.html?pot=1#lid");
        assertThat(field(sent, "vary")).contains("Accept-Language");
        for (String[] stays : new String[][] {
            {"Accept-Language", "en"},
            {"Accept-Language", "de", "Referer", "http://" + host + "/spring/cake.html"},
        }) {
            HttpResponse<byte[]> stayed = ask("GET", host, "/spring/old-tea", stays);
            assertThat(stayed.statusCode()).isEqualTo(301);
            assertThat(field(stayed, "location")).isEqualTo("/spring/tea.html?pot=1#lid");
            assertThat(stayed.headers().allValues("vary")).contains("Accept-Language");
        }
        assertThat(field(ask("GET", host, "/spring/old-cake", "Accept-Language", "de"), "location"))
                .isEqualTo("/spring/cake.html");
        assertThat(field(ask("GET", host, "/spring/out", "Accept-Language", "de"), "location"))
                .isEqualTo("https://elsewhere.example/tea.html");
    }

    @Test
    void routesAreExchangedWhileVisitorsComeAndNobodyMeetsAGap() throws Exception {
        ExecutorService visitors = Executors.newFixedThreadPool(4);
        List<Future<Set<Integer>>> seen = new ArrayList<>();
        AtomicBoolean over = new AtomicBoolean();
        for (int i = 0; i < 4; i++) {
            seen.add(visitors.submit(() -> {
                Set<Integer> statuses = new TreeSet<>();
                do {
                    statuses.add(ask("GET", SITE, "/").statusCode());
                } while (!over.get());
                return statuses;
            }));
        }
        SiteRoutes again =
                SiteRoutes.of(Manifest.of(Map.of("index.html", page)), new SiteRoutes.ServingOptions(false, true));
        for (int round = 0; round < 300; round++) {
            String other = "other-" + round + ".harbor.localhost";
            edge.exchange(routes -> routes.with(Map.of(other, Optional.of(HostRoutes.of(again)))));
        }
        over.set(true);
        for (Future<Set<Integer>> each : seen) {
            assertThat(each.get()).containsExactly(200);
        }
        visitors.shutdown();
        assertThat(ask("GET", "other-299.harbor.localhost", "/").statusCode()).isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource({"/.env, 404", "/a/.git/config, 404", "/.well-known/security.txt, 200"})
    void hiddenFilesAreNeverServed(String path, int status) throws Exception {
        assertThat(ask("GET", SITE, path).statusCode()).isEqualTo(status);
    }

    @Test
    void namesThatNobodyClaimedAreNotCountedByThemselves() throws Exception {
        edge.visits().take();
        for (int i = 0; i < 50; i++) {
            assertThat(ask("GET", "n" + i + ".wild.localhost", "/").statusCode())
                    .isEqualTo(200);
            assertThat(ask("GET", "n" + i + ".nobody.localhost", "/").statusCode())
                    .isEqualTo(404);
        }
        assertThat(edge.visits().take().pages()).containsExactly(Map.entry("*.wild.localhost", 50L));
    }

    @Test
    void aHeadWithARangeIsAWholeHead() throws Exception {
        HttpResponse<byte[]> head = ask("HEAD", SITE, "/film.mp4", "Range", "bytes=0-9");
        assertThat(head.statusCode()).isEqualTo(200);
        assertThat(head.headers().firstValue("Content-Length")).hasValue("700000");
        assertThat(head.headers().firstValue("Content-Range")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "bytes=699990-99999999999999999999999, 206, 10",
        "bytes=99999999999999999999999-, 416, 0",
        "bytes=-99999999999999999999999, 206, 700000",
        "bytes=0-99999999999999999999999, 206, 700000"
    })
    void overLongRangesAreReadAsTheStandardSays(String range, int status, int length) throws Exception {
        HttpResponse<byte[]> part = ask("GET", SITE, "/film.mp4", "Range", range);
        assertThat(part.statusCode()).isEqualTo(status);
        assertThat(part.body()).hasSize(length);
    }

    /** An octet in time, again and again, keeps no connection for ever. */
    @Test
    void aRequestThatDribblesIsEnded() throws Exception {
        try (Socket socket = new Socket("127.0.0.1", edge.port())) {
            socket.setSoTimeout(100);
            socket.getOutputStream().write("GET / HTTP/1.1\r\nX: ".getBytes(StandardCharsets.US_ASCII));
            Instant begun = Instant.now();
            boolean ended = false;
            while (!ended && begun.plusSeconds(60).isAfter(Instant.now())) {
                try {
                    socket.getOutputStream().write('x');
                    socket.getOutputStream().flush();
                    ended = socket.getInputStream().read() < 0;
                } catch (SocketTimeoutException e) {
                    // Nothing yet.
                } catch (IOException e) {
                    ended = true;
                }
            }
            assertThat(ended).isTrue();
        }
    }
}
