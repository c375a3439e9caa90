package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.io.BaseEncoding;
import evenharbor.app.common.web.ApiExamples;
import evenharbor.app.common.web.ApiPath;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import evenharbor.core.who.access.OneTimeCodes;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Each example of the API's description works as it is written, in a harbor of its own. */
class ApiExamplesTest {

    /** A browser and a key in someone's hand make these. */
    private static final Set<String> BY_HAND =
            Set.of("POST /api/passkeys", "DELETE /api/passkeys/{id}", "POST /api/session/passkey");

    private static final Pattern NAME = Pattern.compile("\\{(\\w+)}");
    private static final JsonMapper JSON = JsonMapper.shared();

    private final ChildHarbor harbor = TestHarbor.get().child("examples");
    private final Map<String, ApiClient> people = new HashMap<>();
    private final Map<String, String> kept = new HashMap<>();
    private ApiClient person;
    private byte[] last = {};

    @Test
    void eachExampleWorksAsItIsWrittenAndNoneIsAnsweredByATroubleOfOurs() throws IOException {
        JsonNode api = JSON.readTree(Files.readString(Path.of("..", "web", "src", "common", "api", "openapi.json")));
        List<String> paths = new ArrayList<>();
        api.get("paths").propertyNames().forEach(paths::add);
        ApiExamples examples = ApiExamples.shipped();
        Set<String> shown = new TreeSet<>();
        harbor.start();
        try {
            become("owner");
            for (ApiExamples.Step step : examples.steps()) {
                if (step instanceof ApiExamples.As as) {
                    become(as.person());
                } else if (step instanceof ApiExamples.Mail mail) {
                    kept.put(mail.name(), inMail(filled(mail.address()), mail.words()));
                } else if (step instanceof ApiExamples.Code code) {
                    kept.put(code.name(), oneTime(kept.get(code.secret())));
                } else if (step instanceof ApiExamples.Call call) {
                    String path = ApiPath.of(paths, call.path().split("\\?", 2)[0])
                            .orElseThrow(() -> new AssertionError(call.path() + " is no path of the API"));
                    shown.add(call.method() + " " + path);
                    make(call);
                    assertThat(
                                    call.status() < 300
                                            ? api.at("/paths/" + path.replace("/", "~1") + "/"
                                                            + call.method().toLowerCase(Locale.ROOT) + "/responses")
                                                    .has(Integer.toString(call.status()))
                                            : true)
                            .as("%s %s: %d stands in the description", call.method(), path, call.status())
                            .isTrue();
                }
            }
            Set<String> missing = new TreeSet<>();
            for (String path : paths) {
                api.get("paths")
                        .get(path)
                        .propertyNames()
                        .forEach(method -> missing.add(method.toUpperCase(Locale.ROOT) + " " + path));
            }
            missing.removeAll(shown);
            missing.removeAll(BY_HAND);
            assertThat(missing)
                    .as("operations without an example in api-examples.txt")
                    .isEmpty();
            withoutAMember(examples);
        } finally {
            harbor.kill();
        }
    }

    private static String oneTime(String secret) {
        return OneTimeCodes.code(
                BaseEncoding.base32().decode(secret), Instant.now().getEpochSecond() / 30);
    }

    private void become(String who) {
        person = people.computeIfAbsent(who, name -> {
            ApiClient client = harbor.client();
            client.get("/api/session");
            return client;
        });
    }

    private void make(ApiExamples.Call call) {
        ApiClient.Answer answer = ask(call);
        if (call.until().isPresent()) {
            until(
                    call.path() + " has " + call.until().get().value(),
                    () -> ask(call)
                            .json()
                            .at(call.until().get().pointer())
                            .asString("")
                            .equals(call.until().get().value()));
            answer = ask(call);
        }
        assertThat(answer.status())
                .as("%s %s: %s", call.method(), call.path(), answer.text())
                .isEqualTo(call.status());
        last = answer.bytes();
        for (Map.Entry<String, String> each : call.kept().entrySet()) {
            JsonNode value = answer.json().at(each.getValue());
            assertThat(value.isMissingNode())
                    .as("%s %s has %s: %s", call.method(), call.path(), each.getValue(), answer.text())
                    .isFalse();
            kept.put(each.getKey(), value.asString());
        }
    }

    private ApiClient.Answer ask(ApiExamples.Call call) {
        String[] fields = call.ifMatch()
                .map(tag -> new String[] {"If-Match", filled(tag)})
                .orElse(new String[0]);
        String type = call.body().startsWith("@") ? type(call.body()) : "application/json";
        return person.ask(call.method(), filled(call.path()), body(call.body()), type, fields);
    }

    private static String type(String kind) {
        return kind.equals("@zip") || kind.equals("@last") ? "application/zip" : "application/octet-stream";
    }

    private byte[] body(String body) {
        return switch (body) {
            case "@zip" ->
                Zips.of(Map.of(
                        "old/index.html", "<!doctype html><title>Old</title><p>1998",
                        "songs/one.html", "<!doctype html><title>One</title>",
                        "dates.html", "<!doctype html><title>Dates</title><p>Friday"));
            case "@hello", "@pack", "@octets" -> "hello".getBytes(StandardCharsets.UTF_8);
            case "@last" -> last;
            default -> filled(body).getBytes(StandardCharsets.UTF_8);
        };
    }

    private String filled(String text) {
        return NAME.matcher(text)
                .replaceAll(name -> Matcher.quoteReplacement(kept.getOrDefault(name.group(1), name.group())));
    }

    private String inMail(String address, String words) {
        Pattern behind = Pattern.compile(Pattern.quote(words) + "([A-Za-z0-9_-]+)");
        List<String> found = new ArrayList<>();
        until("a mail to " + address + " with " + words, () -> {
            JsonNode mails =
                    people.get("owner").get("/api/practice/mail").is(200).json().get("mails");
            StreamSupport.stream(mails.spliterator(), false)
                    .filter(mail -> mail.get("to").asString().equals(address))
                    .map(mail -> behind.matcher(mail.get("text").asString()))
                    .filter(Matcher::find)
                    .findFirst()
                    .ifPresent(match -> found.add(match.group(1)));
            return !found.isEmpty();
        });
        return found.get(0);
    }

    /** Asked by whoever signed in last. Whatever a program leaves out, it is told so, and never that something went wrong here. */
    private void withoutAMember(ApiExamples examples) {
        List<String> troubles = new ArrayList<>();
        for (ApiExamples.Call call : examples.calls()) {
            if (!call.body().startsWith("{") || call.path().startsWith("/api/session")) {
                continue;
            }
            ObjectNode whole = (ObjectNode) JSON.readTree(filled(call.body()));
            List<String> bodies = new ArrayList<>(List.of("[]", "{}", "{", "null", "{\"no such member\": 1}"));
            whole.propertyNames()
                    .forEach(member ->
                            bodies.add(whole.deepCopy().putNull(member).toString()));
            for (String body : bodies) {
                ApiClient.Answer answer = person.ask(
                        call.method(), filled(call.path()), body.getBytes(StandardCharsets.UTF_8), "application/json");
                if (answer.status() >= 500) {
                    troubles.add(call.method() + " " + call.path() + " with " + body + ": " + answer.status());
                }
            }
        }
        assertThat(troubles).isEmpty();
    }
}
