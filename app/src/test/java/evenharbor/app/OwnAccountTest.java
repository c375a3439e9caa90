package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.io.BaseEncoding;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.core.who.access.OneTimeCodes;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** One's own account: a forgotten password, another e-mail, a second factor, passkeys. */
class OwnAccountTest {

    private static final String NEXT = "tall ships leave at noon";

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();

    private ApiClient fresh() {
        ApiClient browser = harbor.stranger();
        browser.get("/api/session");
        return browser;
    }

    private static String code(String link) {
        return link.substring(link.lastIndexOf('/') + 1);
    }

    private static Map<String, Object> password(String password, String factor) {
        Map<String, Object> form = new HashMap<>(Map.of("password", password));
        form.put("code", factor);
        return form;
    }

    private static ApiClient.Answer signIn(ApiClient browser, String email, String password, String factor) {
        browser.get("/api/session");
        Map<String, Object> form = password(password, factor);
        form.put("email", email);
        ApiClient.Answer answer = browser.post("/api/session", form);
        browser.get("/api/session");
        return answer;
    }

    @Test
    void aForgottenPasswordIsSetAnewByALinkOnceAndInTheBrowserThatAsked() {
        ApiClient asks = fresh();
        asks.post("/api/recovery", Map.of("email", "  " + person.email().toUpperCase() + " "))
                .is(202);
        String link = "/api/recovery/" + code(Mailbox.of(person.email()).link("/recovery/"));
        fresh().get(link).is(404);
        fresh().post(link, password(NEXT, null)).is(404);
        assertThat(asks.get(link).is(200).json().get("secondFactor").asBoolean())
                .isFalse();
        asks.post(link, password("short", null)).is(400);
        person.get("/api/sites").is(200);
        asks.post(link, password(NEXT, null)).is(204);
        asks.post(link, password(NEXT + " again", null)).is(404);
        person.get("/api/sites").is(401);
        assertThat(signIn(fresh(), person.email(), ApiClient.PASSWORD, null).status())
                .isEqualTo(401);
        signIn(asks, person.email(), NEXT, null).is(200);
        Mailbox.of(person.email()).mail("set anew by a link");
        asks.post("/api/recovery", Map.of("email", person.email())).is(202);
        String first = code(Mailbox.of(person.email()).link("/recovery/"));
        harbor.bean(JdbcClient.class)
                .sql("update mail_proof set expires_at = '2000-01-01' where email = ?")
                .param(person.email())
                .update();
        asks.get("/api/recovery/" + first).is(404);
    }

    @Test
    void whoAsksLearnsNothingOfWhoSignsInHere() {
        String nobody = "nobody" + UUID.randomUUID().toString().substring(0, 8) + "@test.example";
        ApiClient asks = fresh();
        ApiClient.Answer known = asks.post("/api/recovery", Map.of("email", person.email()));
        ApiClient.Answer unknown = asks.post("/api/recovery", Map.of("email", nobody));
        assertThat(unknown.status()).isEqualTo(known.status()).isEqualTo(202);
        assertThat(unknown.text()).isEqualTo(known.text());
        Mailbox.of(person.email()).mail("Set a new password");
        assertThat(Mailbox.of(nobody).mails()).isEmpty();
        for (String email : List.of(person.email(), nobody)) {
            int last = 0;
            for (int i = 0; i < 8 && last != 429; i++) {
                last = asks.post("/api/recovery", Map.of("email", email)).status();
            }
            assertThat(last).as("throttled alike").isEqualTo(429);
        }
    }

    @Test
    void anotherEmailIsConfirmedByAMailToItAndTheOldOneIsTold() {
        String old = person.email();
        String next = "next" + UUID.randomUUID().toString().substring(0, 8) + "@test.example";
        person.post("/api/email", Map.of("email", next, "password", "not the password"))
                .is(400);
        person.post("/api/email", Map.of("email", "none", "password", ApiClient.PASSWORD))
                .is(400);
        person.post("/api/email", Map.of("email", next, "password", ApiClient.PASSWORD))
                .is(202);
        String path = "/api/email/" + code(Mailbox.of(next).link("/confirm-email/"));
        ApiClient other = harbor.person();
        other.post(path, Map.of()).is(404);
        assertThat(person.get("/api/session").json().get("email").asString()).isEqualTo(old);
        assertThat(person.post(path, Map.of()).is(200).json().get("email").asString())
                .isEqualTo(next);
        person.post(path, Map.of()).is(404);
        Mailbox.of(old).mail("Your e-mail was changed");
        assertThat(signIn(fresh(), old, ApiClient.PASSWORD, null).status()).isEqualTo(401);
        signIn(fresh(), next, ApiClient.PASSWORD, null).is(200);
        // Of someone else's e-mail nothing is told: neither to who asks nor to them.
        other.post("/api/email", Map.of("email", next, "password", ApiClient.PASSWORD))
                .is(202);
    }

    private static String now(String secret, int steps) {
        return OneTimeCodes.code(
                BaseEncoding.base32().decode(secret), Instant.now().getEpochSecond() / 30 + steps);
    }

    private String turnedOn() {
        person.post("/api/second-factor", Map.of("password", "wrong wrong wrong"))
                .is(400);
        JsonNode begun = person.post("/api/second-factor", Map.of("password", ApiClient.PASSWORD))
                .is(200)
                .json();
        assertThat(begun.get("uri").asString())
                .startsWith("otpauth://totp/Even%20Harbor")
                .contains("secret=");
        assertThat(begun.get("qr").get("path").asString()).startsWith("M");
        return begun.get("secret").asString();
    }

    @Test
    void aSecondFactorIsAskedForAndEachCodeIsGoodOnce() {
        String secret = turnedOn();
        signIn(fresh(), person.email(), ApiClient.PASSWORD, null).is(200);
        person.put("/api/second-factor", Map.of("code", "000000")).is(400);
        JsonNode paper = person.put("/api/second-factor", Map.of("code", now(secret, -1)))
                .is(200)
                .json()
                .get("codes");
        assertThat(paper).hasSize(10);
        assertThat(harbor.bean(JdbcClient.class)
                        .sql("select group_concat(hash) from recovery_code")
                        .query(String.class)
                        .single())
                .doesNotContain(paper.get(0).asString());
        ApiClient.Answer asked = signIn(fresh(), person.email(), ApiClient.PASSWORD, null);
        assertThat(asked.status()).isEqualTo(401);
        assertThat(asked.json().get("type").asString()).isEqualTo("/problems/second-factor-needed");
        assertThat(signIn(fresh(), person.email(), "not the password", null)
                        .json()
                        .get("type")
                        .asString())
                .as("without the password nothing is told of it")
                .isEqualTo("/problems/sign-in-failed");
        String code = now(secret, 0);
        signIn(fresh(), person.email(), ApiClient.PASSWORD, code).is(200);
        assertThat(signIn(fresh(), person.email(), ApiClient.PASSWORD, code).status())
                .as("used")
                .isEqualTo(400);
        String onPaper = paper.get(3).asString();
        signIn(
                        fresh(),
                        person.email(),
                        ApiClient.PASSWORD,
                        onPaper.toUpperCase().replace("-", " "))
                .is(200);
        signIn(fresh(), person.email(), ApiClient.PASSWORD, onPaper).is(400);
        Mailbox.of(person.email()).mail("A code on paper was used");
        assertThat(person.get("/api/second-factor").json().get("paperCodes").asInt())
                .isEqualTo(9);
        ApiClient forgot = fresh();
        forgot.post("/api/recovery", Map.of("email", person.email())).is(202);
        String link = "/api/recovery/" + code(Mailbox.of(person.email()).link("/recovery/"));
        assertThat(forgot.get(link).json().get("secondFactor").asBoolean()).isTrue();
        forgot.post(link, password(NEXT, null)).is(401);
        forgot.post(link, password(NEXT, paper.get(4).asString())).is(204);
        signIn(forgot, person.email(), NEXT, paper.get(5).asString()).is(200);
        forgot.post(
                        "/api/second-factor/removal",
                        Map.of("password", NEXT, "code", paper.get(5).asString()))
                .is(400);
        JsonNode renewed = forgot.post(
                        "/api/second-factor/paper-codes",
                        Map.of("password", NEXT, "code", paper.get(6).asString()))
                .is(200)
                .json()
                .get("codes");
        forgot.post(
                        "/api/second-factor/removal",
                        Map.of("password", NEXT, "code", paper.get(7).asString()))
                .is(400);
        forgot.post(
                        "/api/second-factor/removal",
                        Map.of("password", NEXT, "code", renewed.get(0).asString()))
                .is(204);
        signIn(fresh(), person.email(), NEXT, null).is(200);
    }

    @Test
    void codesCannotBeGuessed() {
        String secret = turnedOn();
        person.put("/api/second-factor", Map.of("code", now(secret, -1))).is(200);
        int last = 0;
        for (int i = 0; i < 8; i++) {
            last = signIn(fresh(), person.email(), ApiClient.PASSWORD, "00000" + i)
                    .status();
        }
        assertThat(last).isEqualTo(429);
        assertThat(signIn(fresh(), person.email(), ApiClient.PASSWORD, now(secret, 0))
                        .status())
                .isEqualTo(429);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{}",
                "{\"id\":\"x\",\"rawId\":\"x\",\"type\":\"public-key\",\"response\":{}}",
                "{\"id\":\"eA\",\"rawId\":\"eA\",\"type\":\"public-key\",\"clientExtensionResults\":{},\"response\":{\"clientDataJSON\":\"e30\",\"authenticatorData\":\"AA\",\"signature\":\"AA\",\"userHandle\":\"AA\",\"attestationObject\":\"oA\"}}"
            })
    void whatIsNoPasskeyIsRefused(String credential) {
        String form = "{\"credential\":" + credential + ",\"label\":\"x\"}";
        ApiClient stranger = fresh();
        assertThat(stranger.post("/api/session/passkey-options", Map.of())
                        .is(200)
                        .json()
                        .get("options")
                        .get("userVerification")
                        .asString())
                .isEqualTo("required");
        stranger.ask("POST", "/api/session/passkey", form.getBytes(), "application/json")
                .is(401);
        stranger.ask("POST", "/api/session/passkey", form.getBytes(), "application/json")
                .is(401);
        stranger.get("/api/sites").is(401);
        person.post("/api/passkeys/options", Map.of("password", "wrong")).is(400);
        person.post("/api/passkeys/options", Map.of("password", ApiClient.PASSWORD))
                .is(200);
        person.ask("POST", "/api/passkeys", form.getBytes(), "application/json").is(401);
        assertThat(person.get("/api/passkeys").is(200).json()).isEmpty();
        person.delete("/api/passkeys/none").is(404);
    }
}
