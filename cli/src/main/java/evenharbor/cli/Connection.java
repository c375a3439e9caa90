package evenharbor.cli;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.StreamSupport;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Which harbor, who asks, and what it answers: options that all commands share. */
final class Connection {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int OK = 200;
    private static final int NOT_SIGNED_IN = 401;
    private static final int STALE = 412;
    private static final int TOO_MANY = 429;
    private static final int AWAY = 503;
    private static final int MOST_TRIES = 4;

    /** By it the harbor knows what it was asked before. */
    static final String ONCE = "Idempotency-Key";

    @Option(
            names = "--harbor",
            paramLabel = "URL",
            defaultValue = "${env:HARBOR_URL}",
            description = "The URL of the harbor; else that in HARBOR_URL.")
    private String harbor;

    @Option(
            names = "--token-file",
            paramLabel = "FILE",
            description = "A file with the token; else the one in HARBOR_TOKEN.")
    private Path tokenFile;

    @Option(names = "--site", paramLabel = "SITE", description = "The site: its name, its id or an address of it.")
    private String site;

    @Option(names = "--json", description = "Answer in JSON.")
    private boolean json;

    private HttpClient http;

    boolean json() {
        return json;
    }

    /** An answer as text for programs. */
    static String text(Object value) {
        return JSON.writeValueAsString(value);
    }

    private String token() {
        try {
            String token = tokenFile != null ? Files.readString(tokenFile) : System.getenv("HARBOR_TOKEN");
            if (token == null || token.isBlank()) {
                throw new Failure(
                        Failure.REFUSED,
                        "There is no token. Create one under your account, and set HARBOR_TOKEN or --token-file.");
            }
            return token.strip();
        } catch (IOException e) {
            throw new Failure(Failure.REFUSED, "The token cannot be read from " + tokenFile + ".");
        }
    }

    private HttpRequest.Builder request(String path) {
        if (harbor == null || harbor.isBlank()) {
            throw new Failure(
                    Failure.REFUSED, "Say which harbor: set HARBOR_URL or --harbor, as https://harbor.example.");
        }
        return HttpRequest.newBuilder(URI.create(harbor.replaceFirst("/+$", "") + path))
                .timeout(Duration.ofMinutes(5))
                .header("Authorization", "Bearer " + token());
    }

    JsonNode get(String path) {
        return read(send(request(path).GET().build()));
    }

    /** @param headers names and values in turn */
    JsonNode post(String path, Object body, String... headers) {
        return ask("POST", path, body, headers);
    }

    JsonNode put(String path, Object body) {
        return ask("PUT", path, body);
    }

    private JsonNode ask(String method, String path, Object body, String... headers) {
        HttpRequest.Builder request = request(path)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofByteArray(JSON.writeValueAsBytes(body)));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return read(send(request.build()));
    }

    void putZip(String path, byte[] body) {
        read(send(request(path)
                .header("Content-Type", "application/zip")
                .PUT(HttpRequest.BodyPublishers.ofByteArray(body))
                .build()));
    }

    void putFile(String path, Path file) {
        try {
            read(send(request(path)
                    .header("Content-Type", "application/octet-stream")
                    .PUT(HttpRequest.BodyPublishers.ofFile(file))
                    .build()));
        } catch (IOException e) {
            throw new Failure(Failure.REFUSED, file + " cannot be read any more. Nothing was changed.");
        }
    }

    /** Writes an answer to a file, whole or not at all. */
    void getFile(String path, Path file) {
        HttpResponse<byte[]> answer = send(request(path).GET().build());
        if (answer.statusCode() != OK) {
            read(answer);
        }
        try {
            Path part = file.resolveSibling(file.getFileName() + ".part");
            Files.write(part, answer.body());
            Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new Failure(Failure.REFUSED, file + " cannot be written.");
        }
    }

    /** Tries again when the line fails, where doing something twice comes to the same. */
    private HttpResponse<byte[]> send(HttpRequest request) {
        int most = request.method().equals("POST")
                        && request.headers().firstValue(ONCE).isEmpty()
                ? 1
                : MOST_TRIES;
        if (http == null) {
            http = HttpClient.newBuilder()
                    .connectTimeout(Duration.ofSeconds(10))
                    .build();
        }
        for (int tries = 1; ; tries++) {
            try {
                HttpResponse<byte[]> answer = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
                if (answer.statusCode() == TOO_MANY) {
                    // It was not carried out, and says when it would be.
                    pause(Duration.ofSeconds(
                            answer.headers().firstValueAsLong("Retry-After").orElse(1)));
                    tries--;
                    continue;
                }
                if (answer.statusCode() != AWAY || tries == most) {
                    return answer;
                }
            } catch (IOException e) {
                if (tries == most) {
                    throw new Failure(
                            Failure.UNREACHABLE,
                            "The harbor at " + harbor + " cannot be reached. What came of it is not known; ask again.");
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new Failure(Failure.REFUSED, "It was stopped.");
            }
            pause(Duration.ofMillis(300L << tries));
        }
    }

    static void pause(Duration time) {
        try {
            Thread.sleep(time.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Failure(Failure.REFUSED, "It was stopped.");
        }
    }

    private JsonNode read(HttpResponse<byte[]> answer) {
        JsonNode body = answer.body().length == 0 ? JSON.createObjectNode() : parsed(answer);
        if (answer.statusCode() < 300) {
            return body;
        }
        if (answer.statusCode() == NOT_SIGNED_IN) {
            throw new Failure(
                    Failure.REFUSED,
                    "The token does not work at " + harbor + ": it was revoked, has ended, or is another harbor's.");
        }
        String words = body.path("detail").asString("The harbor answered " + answer.statusCode() + ".");
        StringBuilder all = new StringBuilder(words);
        body.path("violations")
                .forEach(each -> all.append(System.lineSeparator())
                        .append("  ")
                        .append(each.path("field").asString(""))
                        .append(": ")
                        .append(each.path("sentence").asString("")));
        throw new Failure(answer.statusCode() == STALE ? Failure.STALE : Failure.REFUSED, all.toString());
    }

    private JsonNode parsed(HttpResponse<byte[]> answer) {
        try {
            return JSON.readTree(answer.body());
        } catch (RuntimeException e) {
            throw new Failure(Failure.UNREACHABLE, "What answers at " + harbor + " is no harbor.");
        }
    }

    /** The site that is meant. */
    JsonNode site() {
        JsonNode lanes = get("/api/sites");
        List<JsonNode> all = StreamSupport.stream(lanes.spliterator(), false)
                .map(lane -> lane.get("site"))
                .toList();
        List<JsonNode> meant = site == null && all.size() == 1
                ? all
                : all.stream().filter(each -> named(each, site)).toList();
        if (meant.size() != 1) {
            List<String> titles =
                    all.stream().map(each -> each.get("title").asString()).toList();
            throw new Failure(
                    Failure.REFUSED,
                    (site == null
                                    ? "Say which site"
                                    : meant.isEmpty()
                                            ? "There is no site “" + site + "”"
                                            : "Several sites are called “" + site + "”")
                            + ": --site with one of " + String.join(", ", titles) + ".");
        }
        return meant.get(0);
    }

    private static boolean named(JsonNode site, String name) {
        return name != null
                && (site.get("id").asString().equals(name)
                        || site.get("title").asString().equalsIgnoreCase(name)
                        || StreamSupport.stream(site.get("addresses").spliterator(), false)
                                .anyMatch(address -> address.get("shown")
                                        .asString()
                                        .toLowerCase(Locale.ROOT)
                                        .equals(name.toLowerCase(Locale.ROOT))));
    }

    /** Where visitors see a site; empty while it has no address. */
    static String link(JsonNode site) {
        return StreamSupport.stream(site.get("addresses").spliterator(), false)
                .filter(address -> address.get("role").asString().equals("MAIN"))
                .map(address -> address.get("url").asString())
                .findFirst()
                .orElse("");
    }

    /** Words for people, or the same for programs. */
    void answer(String words, Map<String, ?> values) {
        System.out.println(json ? text(values) : words);
    }
}
