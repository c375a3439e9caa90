package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;

/** An owner tells people of a site: what is missing first, then the link, the code and the card of it. */
class ShareWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();

    @Test
    void theLinkTheCodeAndTheCardAreThere() {
        String site = person.site("Tin whistles");
        try (Browser browser = new Browser(harbor.origin())) {
            browser.signIn(person.email(), ApiClient.PASSWORD);
            browser.open("/sites/" + site + "/where/share");
            browser.sees("There is no link to share yet");
            assertThat(browser.faults()).isEmpty();
            person.putText(site, "index.html", "<!doctype html><html lang=en><title>Whistles</title><p>Tin")
                    .is(200);
            person.putText(site, "makers.html", "<!doctype html><html lang=en><title>Makers</title><p>Who")
                    .is(200);
            person.claim(site, "whistles").is(201);
            person.publish(site);
            browser.sees("The link to share");
            browser.sees("whistles.harbor.localhost");
            drawn(browser, "QR code that leads to");
            drawn(browser, "Card of Tin whistles");
            assertThat(browser.faults()).isEmpty();
            browser.set("To", "/makers.html");
            browser.sees("/makers.html");
            drawn(browser, "makers.html");
            browser.set("Width on paper", "80");
            browser.sees("The addresses of all 2 pages");
            browser.resize(390, 800);
            assertThat(browser.faults()).isEmpty();
            assertThat((Boolean) browser.script("return document.documentElement.scrollWidth <= window.innerWidth"))
                    .as("nothing stands out to the side")
                    .isTrue();
        }
    }

    private static void drawn(Browser browser, String alt) {
        browser.until(
                "a picture of " + alt,
                d -> d.findElements(By.cssSelector("img[alt*='" + alt + "']")).stream()
                        .anyMatch(picture -> (Boolean) browser.script(
                                "return arguments[0].complete && arguments[0].naturalWidth > 0", picture)));
    }
}
