package evenharbor.edge;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.build.Pin;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.audience.Passes;
import evenharbor.core.who.audience.SharedPassword;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.serve.Doorkeeper;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

/** What is not for everyone: nobody who was not let in sees a byte of it, however it is asked for. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class EntranceTest {

    private static final String HOST = "site.harbor.localhost";
    private static final String MOUNTED = "mount.harbor.localhost";
    private static final String SECRET = "the members meet at the old net loft";
    private static final String KEPT = SharedPassword.kept("moon over quay", "0123456789abcdef".getBytes());
    private static final String LINK = "pAq7yDk2mZ";
    private static final Passes PASSES = new Passes(new byte[32]);
    private static final Keeper KEEPER = new Keeper();

    private final HttpClient client = HttpClient.newHttpClient();
    private DirectoryBlobs blobs;
    private Edge edge;
    private Manifest build;
    private FileEntry secret;

    @BeforeAll
    void start(@TempDir Path folder) throws Exception {
        blobs = new DirectoryBlobs(folder);
        Map<String, FileEntry> files = new TreeMap<>();
        secret = keep(SECRET.repeat(20), "text/html");
        byte[] bytes = SECRET.repeat(20).getBytes(StandardCharsets.UTF_8);
        blobs.putPacked(secret.hash(), Coding.GZIP, Coding.GZIP.pack(bytes));
        files.put("index.html", keep("<p>for everyone", "text/html"));
        files.put("members/index.html", secret);
        files.put("members/list.html", secret);
        files.put("members/map.svg", keep("<svg>" + SECRET + "</svg>", "image/svg+xml"));
        build = Manifest.of(files);
        edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 1 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                new Door(PASSES, KEEPER),
                Clock.systemUTC());
        edge.start();
    }

    @AfterAll
    void stop() throws Exception {
        edge.stop();
    }

    private FileEntry keep(String text, String type) throws Exception {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return new FileEntry(blobs.put(bytes), bytes.length, type, true);
    }

    private static Guard guard(int generation, Audience audience) {
        return new Guard("members", generation, audience);
    }

    private static final List<Guard> GUARDS = List.of(
            guard(1, new Audience.WithPassword(KEPT)),
            guard(1, new Audience.WithLink(LinkSecret.digest(LINK), Optional.empty())),
            guard(
                    1,
                    new Audience.WithLink(
                            LinkSecret.digest(LINK), Optional.of(Instant.now().minusSeconds(60)))),
            guard(1, new Audience.Named(Set.of("ada@x.example"))),
            guard(1, new Audience.Organisation(Set.of("x.example"))),
            guard(1, new Audience.Registered(0, true, "I agree", true, "")));

    @BeforeEach
    void open() {
        serve(GUARDS.get(0));
    }

    private void serve(Guard guard) {
        AudienceRules rules = AudienceRules.of(Map.of("/members/", guard));
        Redirects redirects = Redirects.of(
                List.of(Redirect.of("r", new Source(Source.Kind.EXACT, "/members/old"), "/members/list.html")));
        SiteRoutes site = SiteRoutes.of("s", build, new SiteRoutes.ServingOptions(false, true), redirects)
                .guarded(rules);
        SiteRoutes mounted = SiteRoutes.of(
                        "s", build, new SiteRoutes.ServingOptions(false, true, "", "/spring"), redirects)
                .guarded(rules);
        edge.exchange(routes ->
                Routes.of(Map.of(HOST, HostRoutes.of(site), MOUNTED, HostRoutes.of(Map.of("/spring/", mounted)))));
    }

    private HttpResponse<String> ask(String method, String host, String path, String body, String... fields)
            throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + edge.port() + path))
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .header("Host", host);
        if (fields.length > 0) {
            request.headers(fields);
        }
        return client.send(request.build(), HttpResponse.BodyHandlers.ofString(StandardCharsets.ISO_8859_1));
    }

    private static String field(HttpResponse<String> answer, String name) {
        return answer.headers().firstValue(name).orElse("");
    }

    private HttpResponse<String> typed(String path, String password) throws Exception {
        return ask(
                "POST",
                HOST,
                path,
                "password=" + password.replace(' ', '+'),
                "Content-Type",
                "application/x-www-form-urlencoded");
    }

    private static String cookie(String pass) {
        return "harbor-pass-members=" + pass;
    }

    /** Each kind of guard by each kind of request. */
    @Test
    void nobodyElseSeesAByte() throws Exception {
        String etag = '"' + secret.hash().substring(0, 32) + '"';
        String pin = "?v=" + Pin.of(secret);
        List<String> paths = new ArrayList<>(List.of(
                "/members/",
                "/members",
                "/members/list.html",
                "/members/map.svg",
                "/members/old",
                "/members/nowhere.html",
                "/members/list.html" + pin,
                "/members/list.html?let-in=wrong",
                "/%6Dembers/list.html",
                "/x/../members/list.html",
                "/members/./list.html",
                "/members;a=b/list.html"));
        List<String[]> kinds = List.of(
                new String[] {},
                new String[] {"If-None-Match", etag},
                new String[] {"If-None-Match", "*"},
                new String[] {"Range", "bytes=0-9"},
                new String[] {"Accept-Encoding", "gzip, br"},
                new String[] {"Cookie", cookie("")},
                new String[] {"Cookie", cookie("zzzzzz..AAAA")},
                new String[] {"Cookie", cookie(PASSES.issue("other.localhost", GUARDS.get(0), Instant.now()))},
                new String[] {
                    "Cookie", cookie(PASSES.issue(HOST, guard(7, GUARDS.get(0).audience()), Instant.now()))
                },
                new String[] {
                    "Cookie",
                    cookie(PASSES.issue(HOST, GUARDS.get(0), Instant.now().minus(Passes.LASTS)))
                },
                new String[] {"Cookie", cookie(new Passes(new byte[] {1}).issue(HOST, GUARDS.get(0), Instant.now()))});
        for (Guard guard : GUARDS) {
            serve(guard);
            for (String path : paths) {
                for (String[] fields : kinds) {
                    for (String method : List.of("GET", "HEAD", "POST", "PUT", "OPTIONS")) {
                        for (String host : List.of(HOST, MOUNTED)) {
                            String at = host.equals(HOST) ? path : "/spring" + path;
                            HttpResponse<String> answer = ask(method, host, at, "", fields);
                            String what = guard.audience() + " " + method + " " + host + at + " " + List.of(fields);
                            assertThat(answer.statusCode()).as(what).isIn(400, 403, 405, 429);
                            assertThat(answer.body()).as(what).doesNotContain(SECRET, "net loft");
                            assertThat(answer.headers().map()).as(what).doesNotContainKeys("etag", "location", "link");
                            if (answer.statusCode() != 400) {
                                assertThat(field(answer, "cache-control"))
                                        .as(what)
                                        .isEqualTo("private, no-store");
                                assertThat(field(answer, "x-robots-tag"))
                                        .as(what)
                                        .contains("noindex");
                            }
                        }
                    }
                }
            }
        }
        assertThat(ask("GET", HOST, "/", "").body()).isEqualTo("<p>for everyone");
        assertThat(field(ask("GET", HOST, "/", ""), "cache-control")).isEqualTo("no-cache");
    }

    private HttpResponse<String> said(String path, String form, String... fields) throws Exception {
        List<String> all = new ArrayList<>(List.of("Content-Type", "application/x-www-form-urlencoded"));
        all.addAll(List.of(fields));
        return ask("POST", HOST, path, form, all.toArray(String[]::new));
    }

    private static String cookies(HttpResponse<String> answer) {
        return answer.headers().allValues("set-cookie").stream()
                .map(each -> each.split(";")[0])
                .collect(Collectors.joining("; "));
    }

    @Test
    void whoIsNamedGetsACodeAndIsOutOnceTakenOffTheList() throws Exception {
        serve(GUARDS.get(3));
        HttpResponse<String> none = said("/members/", "email=bob@x.example");
        HttpResponse<String> asked = said("/members/list.html?a=1", "email=Ada@X.example");
        assertThat(asked.body()).as("nobody learns who is on the list").isEqualTo(none.body());
        assertThat(said("/members/", "email=none").body()).contains("This is no e-mail");
        String browser = cookies(asked);
        String code = KEEPER.codes.get("ada@x.example");
        assertThat(KEEPER.codes).doesNotContainKey("bob@x.example");
        assertThat(said("/members/", "code=" + code).statusCode())
                .as("another browser")
                .isEqualTo(403);
        assertThat(said("/members/", "code=00000000", "Cookie", browser).body()).contains("This is not the code");
        HttpResponse<String> in = said("/members/list.html?a=1", "code=" + code, "Cookie", browser);
        assertThat(in.statusCode()).isEqualTo(303);
        assertThat(field(in, "location")).isEqualTo("/members/list.html?a=1");
        String pass = cookies(in);
        assertThat(ask("GET", HOST, "/members/", "", "Cookie", pass).body()).contains(SECRET);
        serve(guard(1, new Audience.Named(Set.of("bob@x.example"))));
        assertThat(ask("GET", HOST, "/members/", "", "Cookie", pass).statusCode())
                .isEqualTo(403);
    }

    @Test
    void whoRegistersSeesWhatIsKeptAndTakesItBack() throws Exception {
        serve(new Guard("readers", 1, new Audience.Registered(2, true, "I agree <now>", false, "")));
        HttpResponse<String> first = ask("GET", HOST, "/members/", "");
        assertThat(first.body()).contains(SECRET);
        String seen = cookies(first);
        assertThat(ask("GET", HOST, "/members/map.svg", "", "Cookie", seen).body())
                .contains(SECRET);
        HttpResponse<String> second = ask("GET", HOST, "/members/list.html", "", "Cookie", seen);
        assertThat(second.body()).contains(SECRET);
        HttpResponse<String> third = ask("GET", HOST, "/members/list.html", "", "Cookie", cookies(second));
        assertThat(third.statusCode()).isEqualTo(403);
        assertThat(third.body())
                .contains("Register to read on", "I agree &lt;now&gt;")
                .doesNotContain(SECRET);
        String forged = cookies(second).replaceFirst("=.*", "=zzzzzz.MA.AAAA");
        assertThat(ask("GET", HOST, "/members/", "", "Cookie", forged).body())
                .as("a forged count counts for none")
                .contains(SECRET);
        assertThat(said("/members/", "name=Ada&email=ada@x.example").body()).contains("Tick the box");
        HttpResponse<String> in = said("/members/", "name=Ada&email=ada@x.example&consent=yes");
        assertThat(in.statusCode()).isEqualTo(303);
        String pass = cookies(in);
        assertThat(ask("GET", HOST, "/members/", "", "Cookie", pass).body()).contains(SECRET);
        assertThat(ask("GET", HOST, "/members/?harbor-kept", "", "Cookie", pass).body())
                .contains("Ada", "Take it back");
        assertThat(ask("GET", HOST, "/members/?harbor-kept", "").body()).doesNotContain("Ada");
        HttpResponse<String> back = said("/members/", "forget=yes", "Cookie", pass);
        assertThat(back.body()).contains("Nothing is kept of you any more");
        assertThat(field(back, "set-cookie")).contains("Max-Age=0");
        assertThat(KEEPER.registered).isEmpty();
    }

    /** Someone who knows people by mail, in memory. */
    private static final class Keeper implements Doorkeeper {
        private final Map<String, String> codes = new ConcurrentHashMap<>();
        private final Map<String, Form> registered = new ConcurrentHashMap<>();
        private final Map<String, String> browsers = new ConcurrentHashMap<>();

        @Override
        public void ask(Guard guard, Visitor visitor, String email) {
            if (((Audience.ByMail) guard.audience()).admits(email)) {
                codes.put(email, "12345678");
                browsers.put("12345678", visitor.browser());
            }
        }

        @Override
        public Optional<String> redeem(Guard guard, Visitor visitor, String code) {
            return visitor.browser().equals(browsers.get(code)) ? Optional.of("ada@x.example") : Optional.empty();
        }

        @Override
        public Optional<String> register(Guard guard, Visitor visitor, Form form) {
            registered.put("one", form);
            return Optional.of("one");
        }

        @Override
        public List<String> kept(Guard guard, String holder) {
            return Optional.ofNullable(registered.get(holder)).map(Form::name).stream()
                    .toList();
        }

        @Override
        public void forget(Guard guard, String holder) {
            registered.remove(holder);
        }
    }

    @Test
    void whoKnowsThePasswordGetsInUntilItIsRenewed() throws Exception {
        assertThat(typed("/members/list.html", "wrong").statusCode()).isEqualTo(403);
        HttpResponse<String> in = typed("/members/list.html?a=1", "moon over quay");
        assertThat(in.statusCode()).isEqualTo(303);
        assertThat(field(in, "location")).isEqualTo("/members/list.html?a=1");
        assertThat(field(in, "set-cookie"))
                .contains("HttpOnly")
                .contains("SameSite=Lax")
                .doesNotContain("Secure");
        String pass = field(in, "set-cookie").split(";")[0];
        HttpResponse<String> page = ask("GET", HOST, "/members/list.html", "", "Cookie", pass);
        assertThat(page.body()).contains(SECRET);
        assertThat(field(page, "cache-control")).isEqualTo("private, no-store");
        assertThat(ask("GET", HOST, "/members/map.svg", "", "Cookie", pass).body())
                .contains(SECRET);
        assertThat(ask("GET", HOST, "/members/old", "", "Cookie", pass).statusCode())
                .isEqualTo(301);
        HttpResponse<String> missing = ask("GET", HOST, "/members/nowhere", "", "Cookie", pass);
        assertThat(missing.statusCode()).isEqualTo(404);
        assertThat(field(missing, "cache-control")).isEqualTo("private, no-store");
        assertThat(ask("GET", HOST, "/members/list.html", "", "Cookie", pass, "Range", "bytes=0-9")
                        .statusCode())
                .isEqualTo(206);
        serve(guard(2, GUARDS.get(0).audience()));
        assertThat(ask("GET", HOST, "/members/list.html", "", "Cookie", pass).statusCode())
                .as("revoked")
                .isEqualTo(403);
    }

    @Test
    void theLinkLetsInAndDoesNotStayInTheBrowsersLine() throws Exception {
        serve(GUARDS.get(1));
        HttpResponse<String> in = ask("GET", HOST, "/members/?let-in=" + LINK + "&b=2", "");
        assertThat(in.statusCode()).isEqualTo(303);
        assertThat(field(in, "location")).isEqualTo("/members/?b=2");
        assertThat(field(in, "referrer-policy")).isEqualTo("same-origin");
        String pass = field(in, "set-cookie").split(";")[0];
        assertThat(ask("GET", HOST, "/members/", "", "Cookie", pass).body()).contains(SECRET);
        HttpResponse<String> twoSlashes = ask("GET", HOST, "//members/list.html?let-in=" + LINK, "");
        assertThat(field(twoSlashes, "location")).doesNotStartWith("//");
        serve(GUARDS.get(2));
        assertThat(ask("GET", HOST, "/members/?let-in=" + LINK, "").body()).contains("This link has ended");
        assertThat(ask("GET", HOST, "/members/", "", "Cookie", pass).statusCode())
                .isEqualTo(403);
    }

    @Test
    void whoGuessesIsSlowedDown() throws Exception {
        serve(new Guard("guessed", 1, new Audience.WithPassword(KEPT)));
        int status = 0;
        for (int i = 0; i < 12 && status != 429; i++) {
            status = typed("/members/", "guess " + i).statusCode();
        }
        assertThat(status).isEqualTo(429);
        assertThat(typed("/members/", "moon over quay").statusCode())
                .as("also with the right one")
                .isEqualTo(429);
    }
}
