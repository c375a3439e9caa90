package evenharbor.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The application as a script sees it: an account of its own, then a token. */
public final class HarborClient {

    static final String PASSWORD = "measure twice, cut once";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final String origin;
    private final int visitors;
    private final String email = "bench" + System.nanoTime() + "@bench.example";

    public HarborClient(String origin, int visitors) throws IOException {
        this.origin = origin;
        this.visitors = visitors;
        ask("GET", "/api/session", HttpRequest.BodyPublishers.noBody(), false);
        post(
                "/api/accounts",
                Map.of(
                        "accountName",
                        "Bench",
                        "person",
                        Map.of("name", "Bench", "email", email, "password", PASSWORD)));
        ask("GET", "/api/session", HttpRequest.BodyPublishers.noBody(), true);
    }

    /** The same person, signed in at another process of the harbor. */
    public Signed signIn(String elsewhere) throws IOException {
        return new Signed(elsewhere);
    }

    /** Someone signed in somewhere. */
    public final class Signed {
        private final CookieManager jar = new CookieManager();
        private final HttpClient client =
                HttpClient.newBuilder().cookieHandler(jar).build();
        private final String place;

        private Signed(String place) throws IOException {
            this.place = place;
            get("/api/session");
            HttpResponse<byte[]> answer = send(
                    "POST",
                    "/api/session",
                    HttpRequest.BodyPublishers.ofByteArray(
                            JSON.writeValueAsBytes(Map.of("email", email, "password", PASSWORD))));
            if (answer.statusCode() != 200) {
                throw new IOException("Signing in: " + new String(answer.body()));
            }
            get("/api/session");
        }

        /** Asks for something. */
        public HttpResponse<byte[]> get(String path) throws IOException {
            return send("GET", path, HttpRequest.BodyPublishers.noBody());
        }

        /** Changes something. @throws IOException when it is refused */
        public void put(String path, String body) throws IOException {
            HttpResponse<byte[]> answer = send("PUT", path, HttpRequest.BodyPublishers.ofString(body));
            if (answer.statusCode() >= 300) {
                throw new IOException(path + ": " + new String(answer.body()));
            }
        }

        private HttpResponse<byte[]> send(String method, String path, HttpRequest.BodyPublisher body)
                throws IOException {
            String csrf = jar.getCookieStore().getCookies().stream()
                    .filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .map(HttpCookie::getValue)
                    .findFirst()
                    .orElse("");
            try {
                return client.send(
                        HttpRequest.newBuilder(URI.create(place + path))
                                .method(method, body)
                                .header("X-XSRF-TOKEN", csrf)
                                .header("Content-Type", "application/json")
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
            } catch (InterruptedException e) {
                throw new IOException(e);
            }
        }
    }

    /** Fetches something into a file. */
    void get(String path, Path file) throws IOException {
        Files.write(
                file,
                send(HttpRequest.newBuilder(URI.create(origin + path)).build()).body());
    }

    private JsonNode post(String path, Object body) throws IOException {
        return ask("POST", path, HttpRequest.BodyPublishers.ofByteArray(JSON.writeValueAsBytes(body)), true);
    }

    private JsonNode ask(String method, String path, HttpRequest.BodyPublisher body, boolean strict)
            throws IOException {
        String csrf = cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        HttpRequest request = HttpRequest.newBuilder(URI.create(origin + path))
                .method(method, body)
                .header("X-XSRF-TOKEN", csrf)
                .header("Content-Type", path.contains("/zip") ? "application/zip" : "application/json")
                .build();
        HttpResponse<byte[]> answer = send(request);
        if (strict && answer.statusCode() >= 300) {
            throw new IOException(path + ": " + new String(answer.body()));
        }
        return answer.body().length == 0 ? JSON.createObjectNode() : JSON.readTree(answer.body());
    }

    private HttpResponse<byte[]> send(HttpRequest request) throws IOException {
        try {
            return http.send(request, HttpResponse.BodyHandlers.ofByteArray());
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }

    public String site(String title) throws IOException {
        Map<String, Object> form = new HashMap<>(Map.of("title", title, "pages", false, "settings", false));
        form.put("copyFrom", null);
        return post("/api/sites", form).get("id").asString();
    }

    /** What the account's one person signs in with. */
    public String email() {
        return email;
    }

    /** Adds so many redirects, each of a path of its own to the front page. */
    void redirects(String site, int count) throws IOException {
        List<Map<String, Object>> rules = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Map<String, Object> rule = new HashMap<>(Map.of(
                    "id", "", "kind", "EXACT", "source", "/old/" + i, "target", "/", "status", 301, "query", "KEEP"));
            rule.putAll(Map.of("ignoresCase", true, "exactSlash", false, "parameters", "", "group", "", "note", ""));
            rule.put("proposed", false);
            rules.add(rule);
        }
        post(
                "/api/sites/" + site + "/redirects/changes",
                Map.of("put", rules, "remove", List.of(), "what", "redirects"));
    }

    /** Saves the draft as a version. */
    void save(String site, String name) throws IOException {
        post("/api/sites/" + site + "/versions", Map.of("name", name));
    }

    /** Visits a page that is not there. */
    void miss(String host, String path) throws IOException {
        send(HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + visitors + path))
                .header("Host", host)
                .header("Accept-Language", "en")
                .header("Referer", "http://news.example/")
                .build());
    }

    public void claim(String site, String name) throws IOException {
        post("/api/sites/" + site + "/addresses", Map.of("typed", name));
    }

    /** A token that may change one site. */
    String token(String site) throws IOException {
        return post("/api/tokens", Map.of("name", "Bench", "reach", "PUBLISH", "siteId", site))
                .get("token")
                .asString();
    }

    int sftpPort(String site) throws IOException {
        return ask("GET", "/api/sites/" + site + "/sftp", HttpRequest.BodyPublishers.noBody(), true)
                .get("port")
                .asInt();
    }

    /** Waits until a draft has so many files. */
    void awaitFiles(String site, int files) throws IOException {
        long start = System.nanoTime();
        while (ask("GET", "/api/sites/" + site, HttpRequest.BodyPublishers.noBody(), true)
                        .get("files")
                        .asInt()
                < files) {
            if (System.nanoTime() - start > 60e9) {
                throw new IOException("The draft does not have " + files + " files within a minute");
            }
            pause(50);
        }
    }

    public void putText(String site, String path, String text) throws IOException {
        ask(
                "PUT",
                "/api/sites/" + site + "/draft/text?path=" + path,
                HttpRequest.BodyPublishers.ofByteArray(JSON.writeValueAsBytes(Map.of("text", text))),
                true);
    }

    /**
     * Has all of a site's addresses looked at, some at once.
     *
     * @return seconds from when the first of them were done to when the last were, by the harbor's own record
     */
    double look(String site) throws IOException {
        String before = newestLook(site);
        post("/api/sites/" + site + "/where/checks", Map.of());
        do {
            // Asking more often would be a load of its own.
            pause(1_500);
        } while (oldestLook(site).compareTo(before) <= 0);
        return Duration.between(Instant.parse(oldestLook(site)), Instant.parse(newestLook(site)))
                        .toMillis()
                / 1e3;
    }

    private List<String> lookTimes(String site) throws IOException {
        List<String> times = new ArrayList<>();
        ask("GET", "/api/sites/" + site + "/where", HttpRequest.BodyPublishers.noBody(), true)
                .get("addresses")
                .forEach(a -> times.add(
                        a.get("askedAt").isNull() ? "" : a.get("askedAt").asString()));
        return times;
    }

    private String newestLook(String site) throws IOException {
        return Collections.max(lookTimes(site));
    }

    private String oldestLook(String site) throws IOException {
        return Collections.min(lookTimes(site));
    }

    /** Takes a ZIP in. @return seconds until it is safely on disk */
    double take(String site, Path zip) throws IOException {
        long start = System.nanoTime();
        ask("PUT", "/api/sites/" + site + "/draft/zip", HttpRequest.BodyPublishers.ofFile(zip), true);
        return (System.nanoTime() - start) / 1e9;
    }

    private JsonNode askPublish(String site) throws IOException {
        long revision = ask("GET", "/api/sites/" + site + "/changes", HttpRequest.BodyPublishers.noBody(), true)
                .get("draftRevision")
                .asLong();
        return post(
                "/api/sites/" + site + "/publications",
                Map.of(
                        "heldBack",
                        List.of(),
                        "sentAnyway",
                        List.of(),
                        "rightsConfirmed",
                        true,
                        "draftRevision",
                        revision));
    }

    public void publish(String site) throws IOException {
        String id = askPublish(site).get("id").asString();
        while (true) {
            JsonNode progress = ask("GET", "/api/publications/" + id, HttpRequest.BodyPublishers.noBody(), true);
            if (!progress.get("state").asString().equals("RUNNING")) {
                return;
            }
            pause(100);
        }
    }

    /** Publishes after the review was opened. @return seconds from asking until a visitor sees the text */
    double publishUntilSeen(String site, String host, String path, String text) throws IOException {
        // The draft is built ahead of time while the person reads the review.
        pause(4000);
        JsonNode review = ask("GET", "/api/sites/" + site + "/changes", HttpRequest.BodyPublishers.noBody(), true);
        Map<String, Object> form = Map.of(
                "heldBack",
                List.of(),
                "sentAnyway",
                List.of(),
                "rightsConfirmed",
                true,
                "draftRevision",
                review.get("draftRevision").asLong());
        HttpRequest visit = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + visitors + path))
                .header("Host", host)
                .build();
        long start = System.nanoTime();
        post("/api/sites/" + site + "/publications", form);
        while (!new String(send(visit).body()).contains(text)) {
            if (System.nanoTime() - start > 20e9) {
                throw new IOException("Visitors did not see the publish within 20 s");
            }
            pause(2);
        }
        return (System.nanoTime() - start) / 1e9;
    }

    private static void pause(long milliseconds) {
        try {
            Thread.sleep(milliseconds);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
