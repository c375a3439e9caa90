package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;

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
    void twoPeopleOfOneAccountSeeTheSameSites() {
        ApiClient owner = harbor.person();
        String site = owner.site("Shared");
        String email = "second-" + owner.email();
        owner.post("/api/people", Map.of("name", "Second", "email", email, "password", ApiClient.PASSWORD))
                .is(201);
        ApiClient second = harbor.stranger();
        second.signIn(email, ApiClient.PASSWORD).is(200);
        second.get("/api/sites/" + site).is(200);
    }

    @Test
    void theApplicationsPagesLoadNothingFromElsewhereAndMayNotBeFramed() {
        String policy = harbor.stranger().get("/").is(200).field("Content-Security-Policy");
        assertThat(policy)
                .contains("default-src 'none'", "script-src 'self';", "frame-ancestors 'none'", "base-uri 'none'")
                .doesNotContain("unsafe-eval");
        assertThat(harbor.stranger().get("/api/openapi.json").status()).isEqualTo(401);
    }
}
