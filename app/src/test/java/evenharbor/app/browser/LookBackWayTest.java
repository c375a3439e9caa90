package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import tools.jackson.databind.JsonNode;

/** A person sees what a removed page would cost, mends it, finds a lost page, compares, and restores one after another. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LookBackWayTest {

    private static final String HOST = "lookback.harbor.localhost";

    private final ChildHarbor harbor = TestHarbor.get().child("lookbackway");
    private final ApiClient person = harbor.client();
    private Browser browser;
    private String site;

    @BeforeAll
    void open() {
        harbor.start();
        person.openAccount("Back", "back@test.example");
        site = person.site("Lantern house");
        person.claim(site, "lookback").is(201);
        page("index.html", "Front", "The first season");
        page("walks.html", "Lantern walk", "We walk with our lanterns along the quay");
        person.publish(site);
        page("index.html", "Front", "The second season");
        person.publish(site);
        browser = new Browser(harbor.origin());
        browser.signIn("back@test.example", ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
        harbor.kill();
    }

    private void page(String path, String title, String text) {
        person.putText(
                        site,
                        path,
                        "<!doctype html><html lang=en><title>" + title + "</title><main><h1>" + title + "</h1><p>"
                                + text + "</p></main></html>")
                .is(200);
    }

    private void meets(String path, int status, String text) {
        await(text).atMost(Patience.MOST).until(() -> {
            ApiClient.Answer answer = person.visit(HOST, path, "Accept-Language", "en");
            return answer.status() == status && answer.text().contains(text);
        });
    }

    @Test
    void whatIsLostIsSeenBeforeAndFoundAfterAndVersionsComeBackOneByOne() {
        removedPageIsSeenAndMended();
        lostPageIsFoundAndBroughtBack();
        oneVersionIsRestoredTodayAndAnotherTomorrow();
    }

    private void removedPageIsSeenAndMended() {
        for (int i = 0; i < 4; i++) {
            meets("/walks.html", 200, "lanterns");
        }
        await("the visits").atMost(Patience.MOST).until(() -> {
            JsonNode byDay = person.get("/api/sites/" + site + "/visits/page?path=/walks.html")
                    .json()
                    .get("byDay");
            return !byDay.isEmpty() && byDay.get(0).get("visits").asInt() == 4;
        });
        browser.open("/sites/" + site + "/where/visits");
        browser.sees("Lantern walk");
        assertThat(browser.faults()).isEmpty();

        // A page goes, and the review says whom that hits.
        person.delete("/api/sites/" + site + "/draft/files?path=walks.html").is(200);
        page("winter-walks.html", "Winter walks", "Another thing altogether");
        browser.open("/sites/" + site + "/what/review");
        browser.sees("4 visits (1 page) would hit a missing page (404)");
        assertThat(browser.faults()).isEmpty();
        browser.press("Keep the page");
        browser.seesNoMore("would hit a missing page");
        browser.open("/sites/" + site + "/what/review");
        browser.sees("would hit a missing page");
        browser.press("Redirect to /winter-walks.html");
        browser.sees("4 visits (1 page) would be redirected");
        // The mast says the same, and leads here.
        browser.until(
                        "the button in the review",
                        d -> d.findElement(By.xpath("//main//button[normalize-space(.)='Publish 2 changes']")))
                .click();
        meets("/walks.html", 301, "");
    }

    private void lostPageIsFoundAndBroughtBack() {
        browser.open("/sites/" + site + "/what/versions");
        browser.fill("Find words in all versions", "lantern walk");
        browser.press("Find words");
        browser.sees("not in the draft any more");
        browser.sees("in versions 1 to 2");
        assertThat(browser.faults()).isEmpty();
        browser.press("Bring back walks.html");
        browser.sees("The draft has it just so.");
        browser.open("/sites/" + site + "/what/versions/compare?from=1&to=draft");
        browser.sees("2 files differ");
        browser.sees("second");
        assertThat(browser.faults()).isEmpty();
        browser.open("/sites/" + site + "/what/versions/history?path=index.html");
        browser.sees("Versions 2 to 3");
        assertThat(browser.faults()).isEmpty();
    }

    private void oneVersionIsRestoredTodayAndAnotherTomorrow() {
        browser.open("/sites/" + site + "/what/versions/1");
        browser.press("Restore …");
        browser.press("Put version 1 live");
        meets("/", 200, "first season");
        Instant now = Instant.parse(
                person.get("/api/practice").is(200).json().get("now").asString());
        browser.open("/sites/" + site + "/when");
        browser.press("Plan a change");
        browser.set("What happens", "GO_LIVE");
        browser.set("Version", "2");
        browser.set(
                "From",
                LocalDateTime.ofInstant(now.plus(Duration.ofDays(1)), ZoneId.systemDefault())
                        .truncatedTo(ChronoUnit.MINUTES)
                        .toString());
        browser.press("Plan it");
        browser.sees("visitors get version 2");
        browser.press("See it before");
        browser.sees("What visitors will notice");
        assertThat(browser.faults()).isEmpty();
        person.post(
                        "/api/practice/clock",
                        Map.of("seconds", Duration.ofDays(1).plusMinutes(1).toSeconds()))
                .is(200);
        meets("/", 200, "second season");
    }
}
