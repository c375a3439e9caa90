package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Twenty titles are set in a table, a card is looked at, facts are said, and all of it goes live in one publish. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PageSettingsWayTest {

    private static final int PAGES = 20;
    private static final String MOON =
            "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 9 9\"><circle cx=\"4\" cy=\"4\" r=\"4\"/></svg>";

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private Browser browser;
    private String site;
    private String host;

    @BeforeAll
    void open() {
        site = person.site("Walks");
        for (int i = 0; i < PAGES; i++) {
            person.putText(
                            site,
                            i == 0 ? "index.html" : "walk-" + i + ".html",
                            "<!doctype html><html lang=en><title></title><body><h1>Walk " + i + "</h1>")
                    .is(200);
        }
        person.putText(site, "moon.svg", MOON).is(200);
        host = "walks" + site.substring(0, 6);
        person.claim(site, host).is(201);
        person.publish(site);
        browser = new Browser(harbor.origin());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
    }

    @Test
    void twentyTitlesAndACardGoLiveInOnePublish() {
        browser.open("/sites/" + site + "/what/pages?show=untitled");
        browser.sees("20 pages");
        browser.until("the first title", d -> d.findElement(By.cssSelector("input[aria-label='Title of index.html']")))
                .click();
        for (int i = 0; i < PAGES; i++) {
            // From row to row by keyboard: title, description, and past the name of the next page.
            String about = browser.until(
                    "a title to type",
                    d -> Optional.ofNullable(d.switchTo().activeElement().getDomAttribute("aria-label"))
                            .filter(label -> label.startsWith("Title of "))
                            .orElse(null));
            String number = about.replaceAll("\\D+", "");
            String walk = number.isEmpty() ? "0" : number;
            browser.keys("Walk number " + walk, Keys.TAB, "What is seen on walk " + walk, Keys.TAB, Keys.TAB);
        }
        browser.sees("Save 20 pages");
        browser.fill("Picture of the sharing card", "moon.svg");
        browser.fill("What the picture shows", "A full moon");
        browser.until(
                "the picture of the card to be drawn",
                d -> d.findElements(By.cssSelector("img[alt='A full moon']")).stream()
                        .anyMatch(img -> !"0".equals(img.getDomProperty("naturalWidth"))));
        browser.sees("Title 13 of about 60 characters shown");
        assertThat(browser.faults()).isEmpty();
        browser.press("Save 20 pages");
        browser.sees("In the draft: set 20 pages");
        browser.press("Undo");
        browser.sees("Nothing to save");
        browser.sees("20 pages");
        person.post("/api/sites/" + site + "/draft/undo", Map.of()).is(200);

        browser.open("/sites/" + site + "/what/about");
        browser.fill("Name", "Walks by the moon");
        browser.fill("Country", "xx");
        browser.press("Save in the draft");
        browser.sees("Give two letters, as in DE or GB.");
        assertThat(browser.faults()).isEmpty();
        browser.fill("Country", "de");
        browser.press("Save in the draft");
        browser.sees("In the draft: set what is said about the site");

        browser.open("/sites/" + site + "/what/review");
        browser.sees("Walk number 19");
        browser.sees("About the site");
        assertThat(browser.faults()).isEmpty();
        browser.until(
                        "the button that publishes",
                        d -> d.findElement(By.xpath("//main//button[normalize-space(.)='Publish 1 change']")))
                .click();
        browser.sees("Nothing to publish");
        assertThat(person.visit(host + ".harbor.localhost", "/walk-7.html")
                        .is(200)
                        .text())
                .contains("<title>Walk number 7</title>");
        assertThat(person.visit(host + ".harbor.localhost", "/walk-9.html").text())
                .contains("og:image:alt\" content=\"A full moon\"");
        assertThat(person.visit(host + ".harbor.localhost", "/").text()).contains("Walks by the moon");

        browser.resize(390, 800);
        browser.open("/sites/" + site + "/what/pages");
        browser.sees("20 pages");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void aTelephoneThatChangesIsReplacedWhereItStands() {
        String other = person.site("Telephone");
        person.putText(other, "index.html", "<!doctype html><html lang=en><title>Soup</title><p>Call 020 7946-0999</p>")
                .is(200);
        browser.resize(1280, 800);
        browser.open("/sites/" + other + "/what/about");
        browser.fill("Telephone", "020 7946 0999");
        browser.press("Save in the draft");
        browser.sees("Nothing to save");
        browser.fill("Telephone", "020 7946 0111");
        browser.press("Save in the draft");
        browser.sees("“020 7946 0999” still stands in 1 place on your pages.");
        browser.press("Look at it");
        browser.sees("1 place in 1 file");
        assertThat(browser.faults()).isEmpty();
        browser.press("Replace in 1 place");
        browser.sees("No matches in the pages of the draft.");
        assertThat(person.get("/api/sites/" + other + "/draft/text?path=index.html")
                        .text())
                .contains("Call 020 7946 0111");
        browser.press("Undo");
        browser.sees("1 place in 1 file");
        browser.resize(390, 800);
        assertThat(browser.faults()).isEmpty();
    }
}
