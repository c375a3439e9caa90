package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.time.Duration;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.chromium.ChromiumNetworkConditions;

/** Nothing typed is lost, and what went wrong is told as what it was; at a host name by plain HTTP. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class KeepingFaithTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private Browser browser;
    private String site;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.officeOrigin());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
    }

    @BeforeEach
    void aSite() {
        site = person.site("Faith");
        person.putText(site, "notes.txt", "first").is(200);
    }

    private void typeIntoTheEditor(String text) {
        browser.open("/sites/" + site + "/what?path=notes.txt");
        browser.until(
                        "the editor",
                        d -> d.findElements(By.cssSelector(".cm-content")).stream()
                                .findFirst()
                                .orElse(null))
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), text);
        browser.sees("Not saved yet");
    }

    private String saved() {
        return person.get("/api/sites/" + site + "/draft/text?path=notes.txt")
                .is(200)
                .json()
                .get("text")
                .asString();
    }

    @Test
    void textThatIsNotSavedIsAskedAboutBeforeItGoesAndSavedByAKey() {
        typeIntoTheEditor("second");
        browser.press("Who");
        browser.sees("Go without saving?");
        assertThat(browser.driver.switchTo().activeElement().getText()).isEqualTo("Cancel");
        assertThat(browser.faults()).isEmpty();
        browser.press("Cancel");
        browser.sees("Not saved yet");
        browser.driver.findElement(By.cssSelector(".cm-content")).sendKeys(Keys.chord(Keys.CONTROL, "s"));
        browser.sees("notes.txt is saved in the draft");
        assertThat(saved()).isEqualTo("second");
        browser.press("Who");
        browser.until("the next page", d -> d.getCurrentUrl().endsWith("/who"));
    }

    @Test
    void beingOfflineIsToldAsThatAndLosesNothing() {
        typeIntoTheEditor("typed offline");
        ChromiumNetworkConditions conditions = new ChromiumNetworkConditions();
        conditions.setOffline(true);
        conditions.setLatency(Duration.ZERO);
        browser.driver.setNetworkConditions(conditions);
        try {
            browser.press("Save in the draft");
            browser.sees("You are offline. What you typed is still here");
        } finally {
            browser.driver.deleteNetworkConditions();
        }
        assertThat(saved()).isEqualTo("first");
        browser.press("Save in the draft");
        browser.sees("notes.txt is saved in the draft");
        assertThat(saved()).isEqualTo("typed offline");
    }

    @Test
    void aLostTokenIsRenewedWithoutLosingWhatWasTyped() {
        typeIntoTheEditor("token lost");
        browser.driver.manage().deleteCookieNamed("XSRF-TOKEN");
        browser.press("Save in the draft");
        browser.sees("notes.txt is saved in the draft");
        assertThat(saved()).isEqualTo("token lost");
    }

    @Test
    void aFileDroppedAnywhereIsTakenAndNeverOpenedByTheBrowser() {
        browser.open("/sites/" + site + "/what");
        browser.sees("notes.txt");
        String drop = "const data = new DataTransfer();"
                + "data.items.add(new File(['dropped'], 'dropped.txt', { type: 'text/plain' }));"
                + "const event = new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: data });"
                + "document.querySelector('header').dispatchEvent(event); return event.defaultPrevented;";
        assertThat(browser.script(drop)).isEqualTo(true);
        browser.until(
                "the file to be here",
                d -> person.get("/api/sites/" + site + "/draft/text?path=dropped.txt")
                                .status()
                        == 200);
        browser.open("/sites/" + site + "/when");
        browser.sees("When");
        assertThat(browser.script(drop)).isEqualTo(true);
        assertThat(browser.driver.getCurrentUrl()).endsWith("/when");
    }
}
