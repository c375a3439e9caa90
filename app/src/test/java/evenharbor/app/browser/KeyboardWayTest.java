package evenharbor.app.browser;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** Whole ways by keyboard alone, led by the names that are read out; and the shortest way from a folder to a live site. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class KeyboardWayTest {

    /** More steps than this by Tab from the top of a page are no way at all. */
    private static final int MOST_STEPS = 60;

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;

    @TempDir
    private Path folder;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.origin());
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private WebElement focused() {
        return browser.driver.switchTo().activeElement();
    }

    /** Goes on by Tab to what is called so, as a screen reader would read it. */
    private void to(String name) {
        browser.until(
                name + " to be there",
                d -> d.findElements(By.cssSelector("a, button, input, textarea, select")).stream()
                        .anyMatch(each ->
                                each.isDisplayed() && each.getAccessibleName().startsWith(name)));
        for (int steps = 0; steps < MOST_STEPS; steps++) {
            browser.keys(Keys.TAB);
            if (focused().getAccessibleName().startsWith(name)) {
                return;
            }
        }
        throw new AssertionError("“" + name + "” is not reached by Tab at " + browser.driver.getCurrentUrl());
    }

    /** In a menu that is open: goes down to an item. */
    private void down(String name) {
        browser.until("the menu", d -> "menuitem".equals(focused().getAttribute("role")));
        for (int steps = 0; steps < MOST_STEPS; steps++) {
            if (focused().getText().startsWith(name)) {
                return;
            }
            browser.keys(Keys.ARROW_DOWN);
        }
        throw new AssertionError("“" + name + "” is not in the menu");
    }

    private Path kites() throws IOException {
        Path kites = Files.createDirectories(folder.resolve("kites"));
        Files.writeString(
                kites.resolve("index.html"),
                "<!doctype html><html lang=en><title>Kites of the quay</title><h1>Kites</h1></html>");
        Files.writeString(
                kites.resolve("about.html"), "<!doctype html><html lang=en><title>About</title><h1>About</h1></html>");
        return kites;
    }

    @Test
    void aFolderIsASiteOnTheWebInThreeClicksOnOnePage() throws IOException {
        ApiClient person = harbor.person();
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.script(
                "sessionStorage.clicks = 0;"
                        + "document.addEventListener('pointerdown', e => { if (e.isTrusted) sessionStorage.clicks++; }, true);");
        // The first click is the one that opens the chooser, which is the system's.
        browser.choose("Choose a folder", kites());
        browser.press("I have the right to publish this content. (Asked once for each site.)");
        browser.pressIn("form[aria-label='Go live']", "Publish 2 files");
        browser.sees("Kites of the quay is live, version 1.");
        assertThat(Integer.parseInt(String.valueOf(browser.script("return sessionStorage.clicks"))))
                .as("clicks after the chooser")
                .isEqualTo(2);
        String host = "kites-of-the-quay.harbor.localhost";
        assertThat(person.visit(host, "/").is(200).text()).contains("<h1>Kites</h1>");
        until("HTTPS, for which nobody asked", () -> {
            try (var visit = harbor.secureVisit(host)) {
                return visit.get("/").contains("<h1>Kites</h1>");
            } catch (IOException e) {
                return false;
            }
        });
        browser.until(
                "its code to be drawn",
                d -> Boolean.TRUE.equals(browser.script("return [...document.images]"
                        + ".some(i => i.alt.startsWith('QR code') && i.complete && i.naturalWidth > 0)")));
    }

    @Test
    void aSiteGoesLiveIsFixedRestoredAndTakenDownByKeyboardAlone() throws IOException {
        ApiClient person = harbor.person();
        browser.signIn(person.email(), ApiClient.PASSWORD);
        // The dialog for files is the system's; all else is ours.
        browser.choose("Choose a folder", kites());
        browser.sees("is free");
        to("I have the right to publish this content.");
        browser.keys(Keys.SPACE);
        to("Publish 2 files");
        browser.keys(Keys.ENTER);
        browser.sees("is live, version 1.");
        String site =
                person.get("/api/sites").json().get(0).get("site").get("id").asString();

        // Something is wrong, and its fix is a button.
        RedirectApi.add(person, site, "/old.html", "/about.html");
        RedirectApi.add(person, site, "/older.html", "/old.html");
        browser.open("/sites/" + site + "/where/redirects");
        browser.sees("Takes more than one hop");
        to("Redirect straight to /about.html");
        browser.keys(Keys.ENTER);
        browser.seesNoMore("Takes more than one hop");

        // Another version, and back to the first.
        person.putText(site, "index.html", "<!doctype html><html lang=en><title>Kites</title><h1>New</h1></html>")
                .is(200);
        person.publish(site);
        browser.open("/sites/" + site + "/what/versions/1");
        to("Restore …");
        browser.keys(Keys.ENTER);
        to("Put version 1 live");
        browser.keys(Keys.ENTER);
        browser.sees("Version 1 is live");

        to("Menu");
        browser.keys(Keys.ENTER);
        down("Unpublish …");
        browser.keys(Keys.ENTER);
        browser.until("the dialog to have the focus", d -> focused().getText().equals("Cancel"));
        to("Unpublish Kites of the quay");
        browser.keys(Keys.ENTER);
        browser.sees("Not live");
        assertThat(person.get("/api/sites/" + site).json().get("live").asBoolean())
                .isFalse();
    }
}
