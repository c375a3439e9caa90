package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.SecureVisit;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** HTTPS comes by itself as soon as it can be had, and stays off where a person turned it off. */
class HttpsByDefaultTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();

    private JsonNode https(String site) {
        return owner.get("/api/sites/" + site + "/https").is(200).json().get(0);
    }

    private boolean answersSecurely(String host) {
        try (SecureVisit visit = harbor.secureVisit(host)) {
            return visit.get("/").contains("HTTP/1.1 200");
        } catch (IOException e) {
            return false;
        }
    }

    @Test
    void aNameOfTheHarborHasItFromTheStartAndIsLedToByWhatBrowsersKnow() {
        String site = owner.live("early-quay");
        String host = "early-quay.harbor.localhost";
        until("HTTPS", () -> answersSecurely(host));
        assertThat(https(site).get("https").get("name").asString()).isEqualTo("*.harbor.localhost");
        assertThat(https(site).get("https").get("own").asBoolean()).isFalse();
        // The authority of the practice world is known to no browser, so links do not lead to what it would warn of.
        assertThat(owner.visit(host, "/").status()).isEqualTo(200);
        assertThat(owner.where(site).get(0).get("address").get("url").asString())
                .startsWith("http://");
        until(
                "its address to be well",
                () -> owner.where(site).get(0).get("state").asString().equals("OK"));
        assertThat(owner.get("/api/certificates").json())
                .as("it is the harbor's")
                .isEmpty();
        harbor.person().delete("/api/certificates/" + host).is(404);
        assertThat(answersSecurely(host)).isTrue();
    }

    @Test
    void offIsAChoiceAndSoIsOneOfItsOwn() {
        owner.live("beside-quay");
        String site = owner.live("chosen-quay");
        String host = "chosen-quay.harbor.localhost";
        until("HTTPS", () -> answersSecurely(host));
        owner.delete("/api/certificates/" + host).is(204);
        until("none", () -> !answersSecurely(host));
        assertThat(https(site).get("https").isNull()).isTrue();
        assertThat(https(site).get("coming").asBoolean()).isFalse();
        assertThat(owner.visit(host, "/").status()).isEqualTo(200);
        assertThat(answersSecurely("beside-quay.harbor.localhost"))
                .as("the certificate for all names goes on for those beside it")
                .isTrue();

        String address = owner.where(site).get(0).get("address").get("id").asString();
        owner.post("/api/sites/" + site + "/addresses/" + address + "/https", Map.of())
                .is(202);
        until("one of its own", () -> https(site).path("https").path("secure").asBoolean(false));
        assertThat(https(site).get("https").get("name").asString()).isEqualTo(host);
        until("plain HTTP to be sent on", () -> owner.visit(host, "/").status() == 301);
    }

    @Test
    void anAddressOfADomainGetsItOnceItLeadsHere() {
        owner.post("/api/domains", Map.of("name", "soon-quay.art.localhost", "firstYear", 1200))
                .is(201);
        String site = owner.site("Soon");
        owner.putText(site, "index.html", "<p>soon").is(200);
        owner.claim(site, "soon-quay.art.localhost").is(201);
        owner.publish(site);
        String host = "soon-quay.art.localhost";
        until("HTTPS", () -> answersSecurely(host));
        JsonNode https = https(site).get("https");
        assertThat(https.get("own").asBoolean()).isTrue();
        assertThat(https.get("chosen").asBoolean()).isFalse();
        assertThat(owner.visit(host, "/").status()).isEqualTo(200);
        assertThat(owner.where(site).get(0).get("state").asString()).isEqualTo("OK");

        // Who asks for what is there gets the rest at once.
        String address = owner.where(site).get(0).get("address").get("id").asString();
        owner.post("/api/sites/" + site + "/addresses/" + address + "/https", Map.of())
                .is(202);
        until("plain HTTP to be sent on", () -> owner.visit(host, "/").status() == 301);
        owner.delete("/api/certificates/" + host).is(204);
        until("none", () -> !answersSecurely(host));
        owner.post("/api/sites/" + site + "/checks", Map.of());
        until("another look", () -> owner.visit(host, "/").status() == 200);
        assertThat(https(site).get("https").isNull()).isTrue();
        assertThatThrownBy(() -> harbor.secureVisit(host)).isInstanceOf(IOException.class);
    }

    @Test
    void whatWasChosenForANameGoesWithIt() {
        String site = owner.live("passed-quay");
        String host = "passed-quay.harbor.localhost";
        until("HTTPS", () -> answersSecurely(host));
        owner.delete("/api/certificates/" + host).is(204);
        until("none", () -> !answersSecurely(host));
        String address = owner.where(site).get(0).get("address").get("id").asString();
        owner.delete("/api/sites/" + site + "/addresses/" + address).is(200);
        until("the choice to be gone", () -> chosen(host).equals("NONE"));
        owner.claim(site, "passed-quay").is(201);
        until("HTTPS again, as at any new address", () -> answersSecurely(host));
        assertThat(https(site).get("https").get("own").asBoolean()).isFalse();
    }

    private String chosen(String host) {
        return harbor.bean(JdbcClient.class)
                .sql("select choice from certificate where name = ?")
                .param(host)
                .query(String.class)
                .single();
    }
}
