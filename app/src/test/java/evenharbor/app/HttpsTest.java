package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.SecureVisit;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.Callable;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** HTTPS against the practice authority by ACME, and visitors by real handshakes. */
class HttpsTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();

    @AfterEach
    void mend() {
        owner.put("/api/practice/authority", Map.of("fault", "NONE", "hurried", false))
                .is(200);
    }

    private static void until(String what, Callable<Boolean> condition) {
        Awaitility.await(what)
                .atMost(Duration.ofSeconds(40))
                .pollInterval(Duration.ofMillis(100))
                .until(condition);
    }

    private JsonNode https(String site) {
        return owner.get("/api/sites/" + site + "/https").is(200).json().get(0).get("https");
    }

    private String live(String name) {
        String site = owner.site(name);
        owner.putText(site, "index.html", "<p>" + name).is(200);
        owner.claim(site, name).is(201);
        owner.publish(site);
        return site;
    }

    private String turnOn(String site) {
        String address = owner.where(site).get(0).get("address").get("id").asString();
        owner.post("/api/sites/" + site + "/addresses/" + address + "/https", Map.of())
                .is(202);
        return address;
    }

    @Test
    void anAddressBecomesSecureAndPlainHttpIsSentOn() throws IOException {
        String site = live("secure-one");
        String host = "secure-one.harbor.localhost";
        assertThat(https(site).isNull()).isTrue();
        assertThatThrownBy(() -> harbor.secureVisit(host)).isInstanceOf(IOException.class);
        turnOn(site);
        until("the certificate", () -> https(site).get("secure").asBoolean());
        assertThat(https(site).get("issuer").asString()).isEqualTo("Practice authority");
        try (SecureVisit visit = harbor.secureVisit(host)) {
            assertThat(visit.get("/")).startsWith("HTTP/1.1 200").endsWith("<p>secure-one");
        }
        assertThat(owner.visit(host, "/a?b=c").is(301).field("Location"))
                .isEqualTo("https://" + host + ":" + harbor.securePort() + "/a?b=c");
        assertThat(owner.where(site).get(0).get("address").get("url").asString())
                .isEqualTo("https://" + host + ":" + harbor.securePort() + "/");
        owner.delete("/api/certificates/" + host).is(204);
        until("plain HTTP again", () -> owner.visit(host, "/").status() == 200);
    }
}
