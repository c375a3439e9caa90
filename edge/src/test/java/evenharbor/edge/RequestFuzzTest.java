package evenharbor.edge;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.Passes;
import evenharbor.core.who.audience.SharedPassword;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.serve.Doorkeeper;
import java.io.IOException;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

/**
 * Visitors send what no browser would: names, paths, cookies, ranges and forms that are cut, doubled and filled with what
 * breaks readers. Each is answered, and soon; never with a trouble of the server's own, and never with what is not for
 * everyone. {@code ./harbor fuzz} goes on for as long as one likes.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RequestFuzzTest {

    private static final int TRIES = Integer.getInteger("harbor.fuzz", 400);
    private static final long SEED = Long.getLong("harbor.seed", 20_261_201);
    private static final int PATIENCE_MILLIS = 8_000;
    private static final String HOST = "site.harbor.localhost";
    private static final String SECRET = "the members meet at the old net loft";

    private static final List<String> TOKENS = List.of(
            "",
            " ",
            "\t",
            "\0",
            "\u0007",
            "é",
            "\u00ff",
            "..",
            "../",
            "./",
            "//",
            "\\",
            "/",
            ":",
            "[::1]",
            "@",
            "%",
            "%2e",
            "%2f",
            "%00",
            "%zz",
            "%25",
            "?",
            "#",
            "&",
            "=",
            "'",
            "\"",
            "<",
            ">",
            "{",
            "}",
            ";",
            "*",
            "+",
            "-",
            "_",
            "~",
            ",",
            "bytes=",
            "bytes=0-",
            "bytes=-1",
            "bytes=9-1",
            "bytes=0-0,2-",
            "99999999999999999999",
            "-1",
            "W/",
            "\"x\"",
            "gzip",
            "br;q=0",
            "identity;q=0",
            "*;q=0",
            "xn--",
            "xn--a",
            "http:",
            "localhost",
            "harbor-pass",
            "harbor-ask",
            "Mon, 01 Jan 2035 00:00:00 GMT",
            "members/",
            "old",
            "index.html",
            "%C3%A9",
            "%E2%80%AE",
            "?harbor-kept",
            "harbor-code=1",
            "password=",
            "email=",
            "a".repeat(9_000));

    private static final List<String> FIELDS = List.of(
            "Cookie",
            "Range",
            "If-Range",
            "If-None-Match",
            "If-Modified-Since",
            "Accept-Encoding",
            "Accept-Language",
            "Referer",
            "User-Agent",
            "Content-Type",
            "Content-Length",
            "Transfer-Encoding",
            "Expect",
            "Upgrade",
            "X-Forwarded-For",
            "Host",
            "Origin",
            "Connection");

    private static final List<String> METHODS =
            List.of("GET", "GET", "GET", "HEAD", "POST", "PUT", "OPTIONS", "TRACE", "CONNECT", "get", "G\u00e9T", "");

    private Edge edge;

    @BeforeAll
    void start(@TempDir Path folder) throws Exception {
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        Map<String, FileEntry> files = new TreeMap<>();
        for (String path : List.of("index.html", "members/index.html", "old/a b.txt", "é.html")) {
            byte[] bytes = (path.startsWith("members") ? SECRET : "<p>" + path)
                    .repeat(30)
                    .getBytes(StandardCharsets.UTF_8);
            files.put(path, new FileEntry(blobs.put(bytes), bytes.length, "text/html", true));
        }
        edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 1 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                new Door(new Passes(new byte[32]), Doorkeeper.NONE),
                Clock.systemUTC());
        edge.start();
        Guard guard = new Guard(
                "members", 1, new Audience.WithPassword(SharedPassword.kept("moon", "0123456789abcdef".getBytes())));
        Redirects redirects = Redirects.of(List.of(
                Redirect.of("r", new Source(Source.Kind.EXACT, "/old"), "/members/"),
                Redirect.of("p", new Source(Source.Kind.PATTERN, "/news/{year}/{+page}"), "/{+page}")));
        SiteRoutes site = SiteRoutes.of("s", Manifest.of(files), new SiteRoutes.ServingOptions(false, true), redirects)
                .guarded(AudienceRules.of(Map.of("/members/", guard)));
        edge.exchange(routes -> Routes.of(Map.of(HOST, HostRoutes.of(site))));
    }

    @AfterAll
    void stop() throws Exception {
        edge.stop();
    }

    private static <T> T one(Random random, List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private static String odd(Random random, int most) {
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(most + 1); i > 0; i--) {
            text.append(one(random, TOKENS));
        }
        return text.toString();
    }

    private static String request(Random random) {
        StringBuilder request = new StringBuilder(one(random, METHODS))
                .append(' ')
                .append(random.nextInt(5) == 0 ? "" : "/")
                .append(odd(random, 5))
                .append(random.nextInt(8) == 0 ? " HTTP/" + odd(random, 1) : " HTTP/1.1")
                .append("\r\n");
        if (random.nextInt(6) > 0) {
            request.append("Host: ")
                    .append(random.nextInt(4) == 0 ? odd(random, 3) : HOST)
                    .append("\r\n");
        }
        for (int i = random.nextInt(4); i > 0; i--) {
            request.append(one(random, FIELDS))
                    .append(": ")
                    .append(odd(random, 4))
                    .append("\r\n");
        }
        String body = random.nextInt(3) == 0 ? odd(random, 6) : "";
        return request.append("Connection: close\r\nContent-Length: ")
                .append(body.getBytes(StandardCharsets.ISO_8859_1).length)
                .append("\r\n\r\n")
                .append(body)
                .toString();
    }

    /** What came back; nothing when the server hung up without a word, as it may on what is no HTTP. */
    private String answered(String request) throws IOException {
        try (Socket socket = new Socket("127.0.0.1", edge.port())) {
            socket.setSoTimeout(PATIENCE_MILLIS);
            try {
                socket.getOutputStream().write(request.getBytes(StandardCharsets.ISO_8859_1));
                socket.shutdownOutput();
                return new String(socket.getInputStream().readAllBytes(), StandardCharsets.ISO_8859_1);
            } catch (SocketTimeoutException e) {
                throw e;
            } catch (IOException e) {
                return "";
            }
        }
    }

    @Test
    void whateverIsAskedIsAnsweredAndNothingGivenAway() throws Exception {
        Random random = new Random(SEED);
        for (int i = 0; i < TRIES; i++) {
            String request = request(random);
            String answer;
            try {
                answer = answered(request);
            } catch (SocketTimeoutException e) {
                throw new AssertionError("No answer within " + PATIENCE_MILLIS + " ms to: " + request, e);
            }
            assertThat(answer).as("the answer to: %s", request).doesNotContain(SECRET);
            assertThat(answer.lines().findFirst().orElse("HTTP/1.1 400"))
                    .as("the answer to: %s", request)
                    .matches("HTTP/1\\.[01] (?!500|502|504)[1-5]\\d\\d.*");
        }
        assertThat(answered("GET / HTTP/1.1\r\nHost: " + HOST + "\r\nConnection: close\r\n\r\n"))
                .startsWith("HTTP/1.1 200");
    }
}
