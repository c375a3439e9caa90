package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

class AccessTest {

    private final TestHarbor harbor = TestHarbor.get();

    @Test
    void signingInNeedsTheRightPassword() {
        ApiClient person = harbor.person();
        ApiClient again = harbor.stranger();
        assertThat(again.signIn(person.email(), "not the password").status()).isEqualTo(401);
        assertThat(again.signIn(person.email().toUpperCase(Locale.ROOT), ApiClient.PASSWORD)
                        .status())
                .isEqualTo(200);
        assertThat(again.get("/api/session").is(200).json().get("email").asString())
                .isEqualTo(person.email());
    }

    @Test
    void guessingIsSlowedDown() {
        ApiClient person = harbor.person();
        ApiClient guesser = harbor.stranger();
        for (int i = 0; i < 6; i++) {
            assertThat(guesser.signIn(person.email(), "guess " + i).status()).isEqualTo(401);
        }
        assertThat(guesser.signIn(person.email(), "guess 7").status()).isEqualTo(429);
        assertThat(guesser.signIn(person.email(), ApiClient.PASSWORD).status()).isEqualTo(429);
        assertThat(harbor.stranger()
                        .signIn(harbor.person().email(), ApiClient.PASSWORD)
                        .status())
                .isEqualTo(200);
    }

    @Test
    void passwordsAreKeptAsArgon2AndSessionsInTheDatabase() {
        ApiClient person = harbor.person();
        JdbcClient db = harbor.bean(JdbcClient.class);
        assertThat(db.sql("select password_hash from person where email = ?")
                        .param(person.email())
                        .query(String.class)
                        .single())
                .startsWith("$argon2id$");
        assertThat(db.sql("select count(*) from SPRING_SESSION")
                        .query(Integer.class)
                        .single())
                .isPositive();
    }

    @Test
    void aFormFromAnotherPageIsRefused() {
        ApiClient person = harbor.person();
        assertThat(person.post("/api/sites", Map.of("title", "x"), "X-XSRF-TOKEN", "forged")
                        .status())
                .isEqualTo(403);
        assertThat(person.get("/api/sites").is(200).json()).isEmpty();
    }

    @Test
    void signingOutEndsTheSession() {
        ApiClient person = harbor.person();
        person.delete("/api/session").is(204);
        ApiClient.Answer answer = person.get("/api/sites");
        assertThat(answer.status()).isEqualTo(401);
        assertThat(answer.json().get("type").asString()).isEqualTo("/problems/sign-in-needed");
    }

    @Test
    void aScriptSignsInByToken() {
        ApiClient person = harbor.person();
        String site = person.site("Scripted");
        String token = person.post("/api/tokens", Map.of("name", "deploy"))
                .is(201)
                .json()
                .get("token")
                .asString();
        ApiClient script = harbor.stranger();
        assertThat(script.get("/api/sites").status()).isEqualTo(401);
        script.put(
                        "/api/sites/" + site + "/draft/text?path=a.html",
                        Map.of("text", "hello"),
                        "Authorization",
                        "Bearer " + token)
                .is(200);
        assertThat(script.put(
                                "/api/sites/" + site + "/draft/text?path=a.html",
                                Map.of("text", "x"),
                                "Authorization",
                                "Bearer eh-wrong")
                        .status())
                .isEqualTo(401);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "/draft",
                "/draft/text?path=index.html",
                "/changes",
                "/versions",
                "/where",
                "/places",
                "/activities",
                "/past"
            })
    void anotherAccountsSiteIsSimplyNotThere(String part) {
        ApiClient owner = harbor.person();
        String site = owner.site("Private");
        owner.putText(site, "index.html", "<p>secret").is(200);
        owner.get("/api/sites/" + site + part).is(200);
        ApiClient.Answer answer = harbor.person().get("/api/sites/" + site + part);
        assertThat(answer.status()).isEqualTo(404);
        assertThat(answer.text()).doesNotContain("Private", "secret");
    }

    @Test
    void nothingOfAnotherAccountCanBeChanged() {
        ApiClient owner = harbor.person();
        ApiClient other = harbor.person();
        String site = owner.site("Mine");
        owner.putText(site, "index.html", "<p>x").is(200);
        String at = "/api/sites/" + site;
        assertThat(other.putText(site, "index.html", "<p>y").status()).isEqualTo(404);
        assertThat(other.claim(site, "taken-over").status()).isEqualTo(404);
        assertThat(other.delete(at + "/draft/files?path=index.html").status()).isEqualTo(404);
        assertThat(other.put(at + "/live", Map.of("live", false)).status()).isEqualTo(404);
        assertThat(other.post(at + "/versions", Map.of("name", "")).status()).isEqualTo(404);
        assertThat(other.post(at + "/previews", Map.of()).status()).isEqualTo(404);
        assertThat(other.post(
                                at + "/publications",
                                Map.of(
                                        "heldBack",
                                        Set.of(),
                                        "sentAnyway",
                                        Set.of(),
                                        "rightsConfirmed",
                                        true,
                                        "draftRevision",
                                        1))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void theApplicationsPagesLoadNothingFromElsewhereAndMayNotBeFramed() {
        String policy = harbor.stranger().get("/").is(200).field("Content-Security-Policy");
        assertThat(policy)
                .contains("default-src 'none'", "script-src 'self';", "frame-ancestors 'none'", "base-uri 'none'")
                .doesNotContain("unsafe-eval");
        assertThat(harbor.stranger().get("/api/openapi.json").status()).isEqualTo(401);
    }

    private static ApiClient script(String token) {
        return TestHarbor.get().stranger().bearing(token);
    }

    private String token(ApiClient person, Map<String, Object> form) {
        return person.post("/api/tokens", form).is(201).json().get("token").asString();
    }

    @Test
    void aTokenGoesNoFurtherThanItsScopeAndItsEnd() {
        ApiClient person = harbor.person();
        String one = person.site("One");
        String other = person.site("Other");
        ApiClient reads = script(token(person, Map.of("name", "reads", "reach", "READ")));
        reads.get("/api/sites/" + one + "/draft").is(200);
        assertThat(reads.put("/api/sites/" + one + "/draft/text?path=a.html", Map.of("text", "x"))
                        .is(403)
                        .text())
                .contains("may only read");
        ApiClient ofOne = script(token(person, Map.of("name", "of one", "reach", "PUBLISH", "siteId", one)));
        ofOne.put("/api/sites/" + one + "/draft/text?path=a.html", Map.of("text", "x"))
                .is(200);
        assertThat(ofOne.get("/api/sites").is(200).json()).hasSize(1);
        ofOne.get("/api/sites/" + other).is(403);
        ofOne.get("/api/domains").is(403);
        for (ApiClient script : List.of(reads, ofOne)) {
            script.post("/api/people/invitations", Map.of()).is(403);
            script.put("/api/sites/" + one + "/people/x", Map.of("role", "OWNER"))
                    .is(403);
            script.post("/api/tokens", Map.of("name", "more")).is(403);
            script.get("/api/tokens").is(403);
        }
        JsonNode listed = person.get("/api/tokens").is(200).json();
        assertThat(listed.findValuesAsString("name")).containsExactlyInAnyOrder("reads", "of one");
        assertThat(listed.get(0).get("lastUsedAt").isNull()).isFalse();
        String ending = token(person, Map.of("name", "ends", "days", 1));
        harbor.bean(JdbcClient.class)
                .sql("update access_token set expires_at = expires_at - interval 2 day where name = 'ends'")
                .update();
        script(ending).get("/api/sites").is(401);
        for (JsonNode each : listed) {
            person.delete("/api/tokens/" + each.get("id").asString()).is(204);
        }
        reads.get("/api/sites").is(401);
        assertThat(person.get("/api/credential-events").is(200).json().findValuesAsString("kind"))
                .contains("TOKEN_ISSUED", "TOKEN_REVOKED", "ACCOUNT_OPENED");
    }

    @Test
    void aChangedPasswordEndsOtherSessions() {
        ApiClient person = harbor.person();
        ApiClient phone = harbor.stranger();
        phone.signIn(person.email(), ApiClient.PASSWORD).is(200);
        assertThat(person.get("/api/sessions").is(200).json()).hasSize(2);
        String next = "tall ships leave at noon";
        person.put("/api/password", Map.of("present", "wrong wrong wrong", "password", next))
                .is(400);
        person.put("/api/password", Map.of("present", ApiClient.PASSWORD, "password", "password12"))
                .is(400);
        phone.get("/api/sites").is(200);
        person.put("/api/password", Map.of("present", ApiClient.PASSWORD, "password", next))
                .is(204);
        person.get("/api/sites").is(200);
        phone.get("/api/sites").is(401);
        assertThat(harbor.stranger().signIn(person.email(), ApiClient.PASSWORD).status())
                .isEqualTo(401);
        phone.signIn(person.email(), next).is(200);
        for (JsonNode session : person.get("/api/sessions").json()) {
            if (!session.get("own").asBoolean()) {
                person.delete("/api/sessions/" + session.get("id").asString()).is(204);
            }
        }
        phone.get("/api/sites").is(401);
    }

    /** Whoever guesses elsewhere does not lock out the person at their own browser. */
    @Test
    void aKnownDeviceIsNotLockedOut() {
        ApiClient person = harbor.person();
        ApiClient browser = harbor.stranger();
        browser.signIn(person.email(), ApiClient.PASSWORD).is(200);
        browser.delete("/api/session").is(204);
        ApiClient guesser = harbor.stranger();
        for (int i = 0; i < 8; i++) {
            guesser.signIn(person.email(), "guess " + i);
        }
        assertThat(guesser.signIn(person.email(), ApiClient.PASSWORD).status()).isEqualTo(429);
        browser.signIn(person.email(), ApiClient.PASSWORD).is(200);
    }

    /** Many tries at once get no further than many in a row. */
    @Test
    void guessingAtOnceIsSlowedDownToo() throws Exception {
        ApiClient person = harbor.person();
        ExecutorService threads = Executors.newFixedThreadPool(12);
        List<Callable<Integer>> tries = new ArrayList<>();
        for (int i = 0; i < 24; i++) {
            String guess = "guess " + i;
            tries.add(() -> harbor.stranger().signIn(person.email(), guess).status());
        }
        int looked = 0;
        for (Future<Integer> each : threads.invokeAll(tries)) {
            looked += each.get() == 401 ? 1 : 0;
        }
        threads.shutdown();
        assertThat(looked).isLessThanOrEqualTo(6);
    }

    @Test
    void aScriptDownloadsAVersion() throws IOException {
        ApiClient person = harbor.person();
        String site = person.site("Packed");
        person.putText(site, "index.html", "<p>packed").is(200);
        person.claim(site, "packed-by-script").is(201);
        int version = person.publish(site);
        ApiClient.Answer zip = script(token(person, Map.of("name", "fetches", "reach", "READ")))
                .get("/api/sites/" + site + "/versions/" + version + "/zip")
                .is(200);
        assertThat(zip.field("Content-Type")).isEqualTo("application/zip");
        try (ZipInputStream files =
                new ZipInputStream(new ByteArrayInputStream(zip.http().body()))) {
            assertThat(files.getNextEntry().getName()).isEqualTo("index.html");
            assertThat(new String(files.readAllBytes(), StandardCharsets.UTF_8)).isEqualTo("<p>packed");
        }
    }

    /** What happens is told to open pages; to those of a session that has ended no more. */
    @Test
    void anOpenPageHearsWhatHappensUntilItsSessionEnds() throws Exception {
        ApiClient person = harbor.person();
        ApiClient page = harbor.stranger();
        page.signIn(person.email(), ApiClient.PASSWORD).is(200);
        HttpResponse<InputStream> events = page.open("/api/events");
        assertThat(events.statusCode()).isEqualTo(200);
        BufferedReader lines = new BufferedReader(new InputStreamReader(events.body(), StandardCharsets.UTF_8));
        String site = person.site("Told");
        assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            String line = lines.readLine();
            while (!line.contains(site)) {
                line = lines.readLine();
            }
        });
        person.putText(site, "index.html", "<p>told").is(200);
        person.claim(site, "told-" + site).is(201);
        person.publish(site);
        assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            // How far work is, is told as it goes: nobody has to ask again and again.
            while (!lines.readLine().equals("event:moved-on")) {
                // What else happened.
            }
            assertThat(lines.readLine()).startsWith("data:").contains(site);
        });
        for (JsonNode session : person.get("/api/sessions").json()) {
            if (!session.get("own").asBoolean()) {
                person.delete("/api/sessions/" + session.get("id").asString()).is(204);
            }
        }
        assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            while (lines.readLine() != null) {
                // Until it ends.
            }
        });
    }

    /** A page that takes nothing in keeps no other waiting, and is let go; it asks for all when it connects again. */
    @Test
    void aPageThatTakesNothingInHoldsUpNoOther() throws Exception {
        ApiClient person = harbor.person();
        String site = person.site("Crowded");
        String token = person.post("/api/tokens", Map.of("name", "page"))
                .is(201)
                .json()
                .get("token")
                .asString();
        HttpResponse<InputStream> events = person.open("/api/events");
        BufferedReader lines = new BufferedReader(new InputStreamReader(events.body(), StandardCharsets.UTF_8));
        try (Socket stalled = new Socket()) {
            stalled.setReceiveBufferSize(2_048);
            stalled.connect(new InetSocketAddress(
                    "localhost", URI.create(harbor.origin()).getPort()));
            stalled.getOutputStream()
                    .write(("GET /api/events HTTP/1.1\r\nHost: localhost\r\nAccept: text/event-stream\r\n"
                                    + "Authorization: Bearer " + token + "\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            assertThat(stalled.getInputStream().readNBytes(12))
                    .asString(StandardCharsets.US_ASCII)
                    .endsWith("200");
            JdbcClient db = harbor.bean(JdbcClient.class);
            for (int round = 0; round < 24; round++) {
                // Each time less than half of what a page may have waiting, for a slow machine looks for two of them at
                // once; in all more than the connection holds.
                db.sql("insert into activity (account_id, site_id, person_id, kind, detail, at)"
                                + " select account_id, id, '', 'SITE_CHANGED', '', utc_timestamp(6)"
                                + " from site join seq_1_to_90 where id = ?")
                        .param(site)
                        .update();
                Thread.sleep(700);
            }
            person.putText(site, "told.html", "<p>told").is(200);
            assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
                String line = lines.readLine();
                while (!line.contains("DRAFT_CHANGED")) {
                    line = lines.readLine();
                }
            });
        }
    }
}
