package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

/** A POST that is sent twice by mistake is carried out once, and everyone is told how often they may ask. */
class RepeatedRequestTest {

    private static final String KEY = "Idempotency-Key";

    private final ApiClient person = TestHarbor.get().person();

    private ApiClient.Answer token(String name, String key) {
        return person.post("/api/tokens", Map.of("name", name, "reach", "READ", "days", 30), KEY, key);
    }

    @Test
    void theSecondIsAnsweredAsTheFirst() {
        ApiClient.Answer first = token("Build", "k1").is(201);
        ApiClient.Answer second = token("Build", "k1").is(201);
        assertThat(second.text()).isEqualTo(first.text());
        assertThat(second.field("Content-Type")).isEqualTo(first.field("Content-Type"));
        assertThat(person.get("/api/tokens").json()).hasSize(1);
        token("Build", "k2").is(201);
        assertThat(person.get("/api/tokens").json()).hasSize(2);
    }

    @Test
    void oneKeyIsForOneRequestOfOnePerson() {
        token("Build", "k1").is(201);
        assertThat(token("Other", "k1").is(422).text()).contains("another request");
        ApiClient other = TestHarbor.get().person();
        other.post("/api/tokens", Map.of("name", "Build", "reach", "READ"), KEY, "k1")
                .is(201);
        assertThat(other.get("/api/tokens").json()).hasSize(1);
    }

    @Test
    void whatWasRefusedMayBeTriedAgainUnderItsKey() {
        person.post("/api/tokens", Map.of("name", "", "reach", "READ"), KEY, "k1")
                .is(400);
        token("Build", "k1").is(201);
    }

    @Test
    void ofManyAtOnceOneIsCarriedOut() throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(8);
        List<Future<ApiClient.Answer>> answers = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            answers.add(threads.submit(() -> token("Build", "k1")));
        }
        for (Future<ApiClient.Answer> each : answers) {
            assertThat(each.get().status()).isIn(201, 409);
        }
        threads.shutdown();
        assertThat(person.get("/api/tokens").json()).hasSize(1);
    }

    @Test
    void eachAnswerSaysHowOftenOneMayAsk() {
        ApiClient.Answer first = person.get("/api/sites").is(200);
        assertThat(first.field("RateLimit-Policy")).matches("\"person\";q=\\d+;w=60");
        assertThat(first.field("RateLimit")).matches("\"person\";r=\\d+;t=\\d+");
        assertThat(TestHarbor.get().stranger().get("/api/sign-up").is(200).field("RateLimit"))
                .isEmpty();
    }
}
