package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.SecureVisit;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.math.BigInteger;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;

/** From nothing to a secure address of one's own, renewed, in a harbor whose clock can be moved far. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SecureWayTest {

    private static final String NAME = "lighthouse.art.localhost";

    private final ChildHarbor harbor = TestHarbor.get().child("secureway");
    private Browser browser;
    private ApiClient person;

    @BeforeAll
    void start() {
        harbor.start();
        person = harbor.client();
        person.openAccount("Pia Holm", "pia@lighthouse.example");
        String site = person.site("Lighthouse");
        person.putText(site, "index.html", "<!doctype html><title>Lighthouse</title><h1>A light at sea</h1>")
                .is(200);
        browser = Browser.trusting(harbor.origin(), harbor.root());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void stop() {
        browser.close();
        harbor.kill();
    }

    private void openAddress() {
        browser.press("Where");
        browser.until(
                        "the address in the ledger",
                        d -> d.findElements(By.cssSelector("section[aria-label=Addresses] li li a")).stream()
                                .findFirst()
                                .orElse(null))
                .click();
    }

    @Test
    void anOwnNameBecomesSecureAndStaysSo() throws IOException {
        browser.press("Lighthouse");
        browser.press("Where");
        browser.fill("Address", NAME);
        browser.press("Register " + NAME + " and use it");
        browser.sees("Yours to use");
        browser.press("Publish 1 file");
        browser.press("I have the right to publish this content. (Asked once for each site.)");
        browser.press("Publish 1 change");
        browser.sees("Lighthouse is live, version 1.");

        openAddress();
        browser.sees("Secure until");
        browser.sees("renews itself by");
        assertThat(browser.faults()).isEmpty();
        browser.press("Turn HTTPS off …");
        browser.press("Turn HTTPS off at " + NAME);
        browser.sees("Off. Anyone on the way can read along");
        browser.press("Turn HTTPS on …");
        browser.sees("Nothing. No page would break.");
        assertThat(browser.faults()).isEmpty();
        browser.press("Turn HTTPS on");
        browser.sees("Secure until");
        browser.sees("Plain HTTP sends on to HTTPS");
        browser.until(
                "the whole ladder to be climbed",
                d -> d.findElement(By.cssSelector("main")).getText().contains("it was sent on"));
        assertThat(browser.faults()).isEmpty();
        String here = browser.driver.getCurrentUrl();

        browser.open("http://" + NAME + ":" + harbor.visitorPort() + "/");
        browser.sees("A light at sea");
        assertThat(browser.driver.getCurrentUrl())
                .as("sent on, and really verified")
                .isEqualTo("https://" + NAME + ":" + harbor.securePort() + "/");
        assertThat(
                        browser.script(
                                "return window.isSecureContext && performance.getEntriesByType('navigation')[0].nextHopProtocol"))
                .isEqualTo("h2");

        try (SecureVisit visit = harbor.secureVisit(NAME)) {
            BigInteger before = visit.certificate().getSerialNumber();
            browser.open("/practice");
            for (int i = 0; i < 2; i++) {
                browser.press("30 days");
                browser.until(
                        "the clock to move",
                        d -> d.findElements(By.cssSelector("button[aria-busy=true]"))
                                .isEmpty());
            }
            browser.until("another certificate to be shown", d -> {
                try (SecureVisit fresh = harbor.secureVisit(NAME)) {
                    visit.get("/");
                    return !fresh.certificate().getSerialNumber().equals(before);
                } catch (IOException e) {
                    throw new IllegalStateException(e);
                }
            });
            assertThat(visit.get("/")).as("an old connection goes on").startsWith("HTTP/1.1 200");
        }
        browser.open(here);
        browser.sees("Secure until");
        assertThat(person.get("/api/certificates").json().get(0).get("state").asString())
                .isIn("SECURE", "RENEWING");

        person.put("/api/practice/authority", Map.of("fault", "DOWN", "hurried", false))
                .is(200);
        browser.open("/practice");
        browser.press("30 days");
        browser.press("30 days");
        browser.press("1 week");
        // A silent authority is given ten seconds for each question before it counts as down.
        await("the renewal to fail")
                .atMost(Patience.MOST)
                .until(() -> !person.get("/api/certificates")
                        .json()
                        .get(0)
                        .get("hindrance")
                        .isNull());
        browser.open(here);
        browser.sees("The authority does not answer.");
        browser.sees("We try again by ourselves");
        browser.open("/");
        browser.sees("not renewed yet");
        assertThat(browser.faults()).isEmpty();
    }
}
