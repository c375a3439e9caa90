package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Old links, as their owner keeps them alive and a visitor follows them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RedirectWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;
    private ApiClient person;
    private String site;
    private String host;

    @TempDir
    static Path folder;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.origin());
        person = harbor.person();
        site = person.site("Hedgerow");
        host = "hedgerow.harbor.localhost";
        person.claim(site, "hedgerow").is(201);
        for (String page : List.of("index", "sloe-gin", "elder-cordial", "rosehip-syrup")) {
            person.putText(
                            site,
                            page + ".html",
                            "<!doctype html><html lang=en><title>" + page.replace('-', ' ') + "</title><h1>"
                                    + page.replace('-', ' ') + "</h1><p>How " + page.replace('-', ' ')
                                    + " is made, step by step, from what grows along the lane in September.</p></html>")
                    .is(200);
        }
        person.publish(site);
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private String at(String rest) {
        return "/sites/" + site + rest;
    }

    private String visitorsUrl(String path) {
        return "http://" + host + ":" + harbor.visitorPort() + path;
    }

    @Test
    void aRenamedPageKeepsItsOldLinkAndAMissedVisitBecomesARedirect() {
        // A page is renamed, and the publish proposes to keep its old link alive.
        browser.open(at("/what?path=sloe-gin.html"));
        browser.press("Rename");
        browser.fill("New path", "recipes/sloe-gin.html");
        browser.field("New path").sendKeys(Keys.ENTER);
        browser.sees("Publish 1 change");
        browser.open(at("/what/review"));
        browser.sees("1 redirect will go live with this publish");
        browser.sees("/sloe-gin.html leads to /recipes/sloe-gin.html");
        assertThat(browser.faults()).isEmpty();
        browser.until(
                        "the button of the review",
                        d -> d.findElement(By.xpath("//main//button[normalize-space(.)='Publish 1 change']")))
                .click();
        browser.sees("Hedgerow is live, version 2.");

        // Its old link is followed, as from a card that was printed last year.
        browser.open(visitorsUrl("/sloe-gin.html?from=card"));
        browser.sees("sloe gin");
        assertThat(browser.driver.getCurrentUrl()).isEqualTo(visitorsUrl("/recipes/sloe-gin.html?from=card"));

        // Someone follows a link to nothing.
        browser.open(visitorsUrl("/elderflower-cordial.htm"));
        browser.sees("Page not found");
        await("the miss to be counted")
                .atMost(Patience.MOST)
                .until(() -> person.get("/api/sites/" + site + "/missed-visits")
                        .text()
                        .contains("elderflower"));
        browser.open(at("/where/missed"));
        browser.sees("1 visit hit a missing page, at 1 path");
        assertThat(browser.faults()).isEmpty();
        browser.press("Redirect to /elder-cordial.html");
        browser.sees("Nobody followed a link to nothing");

        browser.press("Redirects");
        browser.sees("1 redirect differs from what visitors meet");
        browser.press("Apply now");
        browser.seesNoMore("differs from what visitors meet");
        assertThat(browser.faults()).isEmpty();
        browser.open(visitorsUrl("/elderflower-cordial.htm"));
        browser.sees("elder cordial");
        assertThat(browser.driver.getCurrentUrl()).isEqualTo(visitorsUrl("/elder-cordial.html"));
    }

    @Test
    void aRuleIsJudgedWhileItIsTypedTriedAndMended() {
        browser.open(at("/where/redirects/new"));
        browser.fill("Old path", "https://elsewhere.example/gin");
        browser.fill("Leads to", "/rosehip-syrup.html");
        browser.sees("“elsewhere.example” is not a name of this site");
        browser.fill("Old path", "http://Hedgerow.harbor.localhost/Rose Hips#jar");
        browser.sees("is left out: browsers keep it to themselves");
        browser.fill("Leads to", "/rosehip");
        browser.sees("There is no page /rosehip.");
        browser.press("Add redirect");
        browser.press("Redirect to /rosehip-syrup.html");
        browser.seesNoMore("There is no page /rosehip.");
        assertThat(browser.field("Old path").getAttribute("value")).isEqualTo("/Rose Hips");
        browser.press("Test");
        browser.sees("The visitor gets this page.");
        browser.press("Test on the live site");
        browser.sees("A real request for");
        assertThat(browser.faults()).isEmpty();

        browser.press("New redirect");
        browser.until(
                "an empty form",
                d -> browser.field("Old path").getAttribute("value").isEmpty());
        browser.fill("Old path", "/a-ring");
        browser.fill("Leads to", "/A-Ring/");
        browser.sees("Goes round in a ring: /a-ring → /a-ring. Browsers give up.");
    }

    @Test
    void fiveHundredRulesComeInFromAFileWithTwentyBadLines() throws IOException {
        String lines = IntStream.range(0, 520)
                .mapToObj(i -> i % 26 == 25
                        ? bad(i / 26)
                        : "/archive/" + i + ".html,/rosehip-syrup.html?from=" + i + ",301,archive")
                .collect(Collectors.joining("\r\n", "source,target,status,group\r\n", "\r\n"));
        Path file = folder.resolve("rules.csv");
        Files.writeString(file, lines);
        browser.open(at("/where/redirects"));
        browser.press("Import");
        browser.until("the chooser", d -> d.findElement(By.cssSelector("input[type=file]")))
                .sendKeys(file.toString());
        browser.sees("20 lines cannot be taken in as they are; the others can.");
        browser.sees("“other.example” is not a name of this site");
        browser.sees("is no status of a redirect");
        assertThat(browser.faults()).isEmpty();
        browser.press("Import 500 redirects");
        browser.sees("Imported 500 redirects");
        assertThat(count()).isGreaterThanOrEqualTo(500);

        // Several hundred are as easy as three: found, selected, removed, and back again.
        browser.fill("Filter redirects", "/archive/1");
        int some = browser.until("the filter", d -> {
            int listed = listed(d.findElement(By.cssSelector("main")).getText());
            return listed < 200 ? listed : null;
        });
        assertThat(some).isBetween(90, 120);
        browser.until("the box", d -> d.findElement(By.cssSelector("[aria-label='Select all that are listed']")))
                .click();
        browser.press("Remove " + some);
        browser.sees("Removed " + some + " redirects");
        assertThat(count()).isLessThan(500);
        // The list goes by keyboard, and what it was narrowed to stands in its URL.
        browser.press("Undo “removed " + some + " redirects”");
        await("the undo").atMost(Patience.MOST).until(() -> count() >= 500);
        By rows = By.cssSelector("li[data-index] a");
        browser.until("the rows again", d -> d.findElements(rows).size() > 5);
        browser.script("document.querySelector('li[data-index=\"0\"] a').focus()");
        browser.keys(Keys.END);
        String last = browser.until("the last row", d -> {
            String index =
                    d.switchTo().activeElement().findElement(By.xpath("..")).getAttribute("aria-posinset");
            return String.valueOf(some).equals(index)
                    ? d.switchTo().activeElement().getText()
                    : null;
        });
        browser.keys(Keys.ARROW_UP, Keys.ARROW_DOWN, Keys.ENTER);
        browser.until(
                "the last one to be open",
                d -> last.startsWith(browser.field("Old path").getAttribute("value")));
        browser.driver.navigate().back();
        browser.until(
                "the filter as it was",
                d -> browser.field("Filter redirects").getAttribute("value").equals("/archive/1"));
        assertThat(browser.faults()).isEmpty();
    }

    private static int listed(String text) {
        return text.lines()
                .filter(line -> line.endsWith(" listed"))
                .map(line -> Integer.valueOf(line.replace(" listed", "")))
                .findFirst()
                .orElseThrow();
    }

    private static String bad(int n) {
        return switch (n % 5) {
            case 0 -> "https://other.example/" + n + ",/rosehip-syrup.html,301,";
            case 1 -> "/bad/" + n + ",/rosehip-syrup.html,9" + (10 + n) + ",";
            case 2 -> "/bad/" + n + ",,301,";
            case 3 -> "/archive/0.html,/elder-cordial.html,301,";
            default -> "/bad/{" + n + "}/x,/rosehip-syrup.html,301,";
        };
    }

    private int count() {
        return person.get("/api/sites/" + site + "/redirects")
                .json()
                .get("rules")
                .size();
    }

    @Test
    void theScreensHoldOnANarrowScreenInNightColoursAndWithNothing() {
        String empty = person.site("Empty");
        browser.resize(390, 844);
        browser.script("document.documentElement.dataset.theme = 'night'");
        for (String screen : List.of("/where/redirects", "/where/missed", "/where/redirects/bring")) {
            browser.open("/sites/" + empty + screen);
            browser.sees(screen.endsWith("missed") ? "Nobody followed" : "edirect");
            assertThat(browser.faults()).isEmpty();
            assertThat((Long) browser.script("return document.documentElement.scrollWidth"))
                    .as("no scrolling sideways at " + screen)
                    .isLessThanOrEqualTo((Long) browser.script("return window.innerWidth"));
        }
        browser.resize(1280, 800);
    }
}
