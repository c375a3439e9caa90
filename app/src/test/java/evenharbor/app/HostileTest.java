package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.hash.Hashing;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What someone could try who means no good. */
class HostileTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();

    private static Map<String, Object> offer(String text) {
        String hash = Hashing.sha256().hashString(text, StandardCharsets.UTF_8).toString();
        return Map.of("files", List.of(Map.of("path", "index.html", "size", text.length(), "hash", hash)));
    }

    /** Whoever knows the hash of a content has not the content. */
    @Test
    void contentsKnownByHashAloneDoNotCrossAccounts() {
        String text = "<p>a secret of one account";
        String mine = person.site("Secret");
        person.putText(mine, "index.html", text).is(200);
        ApiClient other = harbor.person();
        String theirs = other.site("Curious");
        String at = "/api/sites/" + theirs + "/draft";
        assertThat(other.post(at + "/offer", offer(text)).is(200).json().get("missing"))
                .hasSize(1);
        other.post(at + "/take", offer(text)).is(409);
        String same = "/api/sites/" + person.site("Another of mine") + "/draft";
        assertThat(person.post(same + "/offer", offer(text)).is(200).json().get("missing"))
                .as("one's own are known over all one's sites")
                .isEmpty();
        String hash = Hashing.sha256().hashString(text, StandardCharsets.UTF_8).toString();
        other.ask("PUT", at + "/contents/" + hash, text.getBytes(StandardCharsets.UTF_8), "application/octet-stream")
                .is(204);
        other.post(at + "/take", offer(text)).is(200);
    }

    @Test
    void hiddenFilesAreLeftOutOnEveryWayIn() throws IOException {
        String site = person.site("Hidden");
        String at = "/api/sites/" + site + "/draft";
        JsonNode taken = person.ask(
                        "PUT",
                        at + "/zip",
                        Zips.of(Map.of(
                                "index.html",
                                "<p>x",
                                ".env",
                                "KEY=1",
                                ".git/config",
                                "x",
                                "a/.htpasswd",
                                "x",
                                ".well-known/security.txt",
                                "Contact: x")),
                        "application/zip")
                .is(200)
                .json();
        assertThat(taken.get("leftovers").asInt()).isEqualTo(3);
        assertThat(person.get(at).json().get("files").findValuesAsString("path"))
                .containsExactlyInAnyOrder("index.html", ".well-known/security.txt");
        assertThat(person.put(at + "/text?path=.env", Map.of("text", "KEY=1"))
                        .is(400)
                        .text())
                .contains("hidden by the dot");
        person.post(at + "/moves", Map.of("from", "index.html", "to", ".git/index.html"))
                .is(400);
    }

    @ParameterizedTest
    @CsvSource({"user", "secret", "folder"})
    void aLineBreakIsNoPartOfASignIn(String field) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "name",
                "Broken",
                "protocol",
                "FTP",
                "server",
                "ftp.example.org",
                "user",
                "me",
                "secret",
                "pass",
                "folder",
                "www",
                "url",
                "",
                "connections",
                1));
        form.put(field, "a\r\nDELE index.html");
        assertThat(person.post("/api/hosts", form).is(400).text()).contains("unprintable character");
    }

    private static String folder(ApiClient person) {
        return person.post("/api/hosts", HostApi.host("FOLDER", "Shared web folder", null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
    }

    private static ApiClient.Answer into(ApiClient person, String site, String host, String folder) {
        return person.post(
                "/api/sites/" + site + "/destinations", Map.of("hostId", host, "at", HostApi.at(folder, "")));
    }

    @Test
    void twoAccountsAreNeverOneWithinTheOtherInAFolderOfThisServer() {
        String mine = folder(person);
        into(person, person.site("Outer"), mine, "hostile-outer/inner").is(201);
        ApiClient other = harbor.person();
        String theirs = folder(other);
        String site = other.site("Within");
        for (String folder : List.of("hostile-outer", "hostile-outer/inner", "hostile-outer/inner/deeper", "")) {
            into(other, site, theirs, folder).is(400);
        }
        into(other, site, theirs, "hostile-beside").is(201);
    }

    private int status(String host) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(harbor.origin().replace("localhost", "127.0.0.1") + "/"))
                                .header("Host", host)
                                .build(),
                        HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    @Test
    void theApplicationAnswersAtItsOwnNamesOnly() throws Exception {
        assertThat(status("localhost")).isEqualTo(200);
        assertThat(status("localhost:7070")).isEqualTo(200);
        assertThat(status("192.0.2.4:7070")).isEqualTo(200);
        assertThat(status("rebound.example")).isEqualTo(421);
        assertThat(status("papermoon.harbor.localhost:7070")).isEqualTo(421);
    }
}
