package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** What every screen shares: the line at the top, ledgers with their sheets, and the axis of time. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FaceTest {

    private static final String LONG = "The very long name of a very small choir that sings on Tuesdays, second row";

    private static final String FIND = "A site, screen, page, file, address, domain, host, version, or what to do";

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.origin());
    }

    @AfterEach
    void wide() {
        browser.driver.executeCdpCommand("Emulation.clearDeviceMetricsOverride", Map.of());
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private void width(int width) {
        browser.driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", 800, "deviceScaleFactor", 1, "mobile", false));
    }

    private long number(String script, Object... arguments) {
        return ((Number) browser.driver.executeScript(script, arguments)).longValue();
    }

    /** The demo's site whose one address does not work. @return its address in the application */
    private String foxglove() {
        return site("Foxglove");
    }

    private String site(String name) {
        browser.signIn("marta@papermoon.example", "moon over the quay");
        return browser.until(
                        name,
                        d -> d.findElements(By.xpath("//main//a[normalize-space(.)='" + name + "']")).stream()
                                .findFirst()
                                .orElse(null))
                .getAttribute("href");
    }

    @ParameterizedTest
    @ValueSource(ints = {390, 480, 640, 768, 1024, 1280, 1920})
    void theTopIsOneLineWithTheNextStepAndTheMenu(int width) {
        ApiClient person = harbor.person();
        String site = person.site(LONG);
        person.putText(site, "index.html", "<title>Choir</title>").is(200);
        person.claim(site, "choir-" + site).is(201);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        width(width);
        browser.open("/sites/" + site + "/who");
        WebElement step = browser.control("Publish 1 file");
        assertThat(number("return document.querySelector('header').offsetHeight"))
                .isLessThanOrEqualTo(48);
        assertThat(number("const h = document.querySelector('header'); return h.scrollWidth - h.clientWidth"))
                .isLessThanOrEqualTo(0);
        for (WebElement each : List.of(step, browser.mast("Menu"))) {
            assertThat(number("return arguments[0].getBoundingClientRect().right", each))
                    .isLessThanOrEqualTo(width);
        }
        assertThat(number("return arguments[0].scrollWidth - arguments[0].clientWidth", step))
                .as("the step is read whole")
                .isLessThanOrEqualTo(0);
        String name = (String) browser.script("return document.querySelector('header h1').textContent");
        assertThat(name).isEqualTo(LONG);
        assertThat(number(
                        "return [...document.querySelectorAll('header h1 span')].at(-1).getBoundingClientRect().width"))
                .as("the end of a long name stays")
                .isPositive();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Papermoon", "Tickover", "Foxglove", "Night Market"})
    void theNextStepIsTheOneThatAllSitesShows(String name) {
        String site = site(name);
        String told = browser.until(
                        "the first step of " + name,
                        d -> d
                                .findElements(By.xpath("//a[normalize-space(.)='" + name + "']/ancestor::div[1]"
                                        + "/following-sibling::div[2]//p[1]//a"))
                                .stream()
                                .findFirst()
                                .orElse(null))
                .getText();
        browser.open(site + "/who");
        assertThat(browser.control(told)
                        .findElement(By.xpath("ancestor::header"))
                        .getTagName())
                .isEqualTo("header");
    }

    @Test
    void whereIsAPictureThatIsTheListAndOpensOnWhatFails() {
        String where = foxglove() + "/where";
        browser.open(where);
        browser.sees("does not work since");
        List<WebElement> ways = browser.driver.findElements(By.cssSelector("section[aria-label=Addresses] li li a"));
        assertThat(ways.get(0).getText()).contains("www.foxglove.club.localhost", "forwarding", "HTTPS");
        assertThat(ways.get(0).getAttribute("aria-current")).isEqualTo("true");
        browser.sees("Its records lead here");
        assertThat(number(
                        "return arguments[0].getBoundingClientRect().top",
                        browser.driver.findElement(By.cssSelector("section[aria-label=Details]"))))
                .as("the sheet stands above the fold")
                .isLessThan(300);
        browser.press("Add an address");
        browser.field("Address");
        assertThat(browser.driver.getCurrentUrl()).endsWith("/where/new");

        width(390);
        browser.open(where);
        browser.sees("does not work since");
        assertThat(browser.controls("Check now")).isEmpty();
        browser.driver
                .findElement(By.cssSelector("section[aria-label=Addresses] li li a"))
                .click();
        browser.control("Check now");
        assertThat(browser.driver
                        .findElements(By.cssSelector("section[aria-label=Addresses] li"))
                        .get(0)
                        .isDisplayed())
                .isFalse();
        browser.press("Addresses");
        browser.until(
                "the list again",
                d -> d.findElement(By.cssSelector("section[aria-label=Addresses] li"))
                        .isDisplayed());
    }

    @Test
    void lanesAreOfOneHeightAndVersionsAreReachedByKeyboard() {
        foxglove();
        List<WebElement> charts = browser.driver.findElements(By.cssSelector("main svg[role=img]"));
        assertThat(charts.size()).isGreaterThan(2);
        assertThat(charts)
                .extracting(chart -> chart.getSize().getHeight())
                .containsOnly(charts.get(0).getSize().getHeight());
        WebElement version = browser.until(
                "a version of a lane",
                d -> d.findElements(By.cssSelector("main a[aria-label*='Foxglove, version']")).stream()
                        .findFirst()
                        .orElse(null));
        assertThat(version.getAttribute("tabindex")).isEqualTo("0");
        browser.script("arguments[0].focus()", version);
        browser.keys(Keys.ARROW_RIGHT);
        assertThat((String) browser.script("return document.activeElement.getAttribute('aria-label')"))
                .contains("Foxglove, ")
                .isNotEqualTo(version.getAttribute("aria-label"));
        browser.keys(Keys.ARROW_LEFT, Keys.ENTER);
        browser.until("its version", d -> d.getCurrentUrl().contains("/what/versions"));
    }

    private void find(String typed, String first) {
        browser.menu("Find");
        browser.fill(FIND, typed);
        browser.until(
                first + " to be found first by " + typed,
                d -> d.findElements(By.cssSelector("[role=option]")).stream()
                        .findFirst()
                        .filter(option -> option.getText().startsWith(first)
                                && "true".equals(option.getAttribute("aria-selected")))
                        .isPresent());
    }

    @Test
    void everythingIsFoundByItsNameWithArrowsAndEnter() {
        String foxglove = foxglove();
        find("unpublish foxglove", "Unpublish Foxglove");
        assertThat(browser.faults()).isEmpty();
        browser.keys(Keys.ENTER);
        browser.sees("Unpublish Foxglove?");
        browser.press("Cancel");
        browser.until(
                "the question to be gone from the URL", d -> !d.getCurrentUrl().contains("ask="));
        for (Map.Entry<String, String> each : Map.of(
                        "club www", "www.foxglove.club.localhost Foxglove",
                        "foxglove version 1", "Version 1",
                        "quayside", "Quayside",
                        "day swap", "swap-day.html",
                        "domains", "Domains",
                        "market night", "Night Market")
                .entrySet()) {
            browser.open(foxglove + "/what");
            browser.sees("The draft");
            find(each.getKey(), each.getValue());
            String before = browser.driver.getCurrentUrl();
            browser.keys(Keys.ARROW_DOWN, Keys.ARROW_UP, Keys.ENTER);
            browser.until(each.getValue(), d -> !d.getCurrentUrl().equals(before));
        }
    }

    @Test
    void whatOpensOnTheSiteAsPeopleSeeItAndTheReviewComparesIt() {
        browser.signIn("marta@papermoon.example", "moon over the quay");
        browser.press("Papermoon");
        browser.until(
                "the front page as it looks",
                d -> d.findElements(By.cssSelector("iframe[title='Draft: index.html']")).stream()
                        .findFirst()
                        .orElse(null));
        assertThat(browser.driver.findElements(By.xpath("//label[.='Version name (optional)' or .='New text file']")))
                .as("forms that nobody asked for")
                .isEmpty();
        browser.press("programme.html");
        browser.until(
                "the page with a change",
                d -> !d.findElements(By.cssSelector("iframe[title='Draft: programme.html']"))
                        .isEmpty());
        browser.press("Publish 6 changes");
        browser.until(
                "the front page to be looked at first",
                d -> d.findElement(By.cssSelector("section[aria-label=Details] h2"))
                        .getText()
                        .equals("index.html"));
        browser.sees("2 new");
        browser.sees("19 as they are");
        browser.press("Slider");
        WebElement slider = browser.field("Before");
        String half = clip();
        slider.sendKeys(Keys.END);
        browser.until("all of what was before", d -> !clip().equals(half) && clip().contains("inset(0"));
        assertThat(browser.faults()).isEmpty();
        browser.press("Side by side");
        width(390);
        List<WebElement> frames = browser.driver.findElements(By.cssSelector("section[aria-label=Details] figure"));
        assertThat(frames).hasSize(2);
        assertThat(frames.get(1).getLocation().getY())
                .as("one above the other on a phone")
                .isGreaterThan(frames.get(0).getLocation().getY() + 100);
    }

    private String clip() {
        return (String) browser.script("return document.querySelector('[style*=clip-path]')?.style.clipPath ?? ''");
    }

    @Test
    void aDayIsJumpedToAndTheTableSaysTheSame() {
        foxglove();
        browser.set("See any day, past or to come", "2027-06-01T12:00");
        browser.until("the day in the URL", d -> d.getCurrentUrl().contains("day=2027-06-01"));
        browser.sees("1 Jun");
        browser.sees("if nothing else is decided");
        browser.press("The same as a table");
        assertThat(browser.driver.findElement(By.tagName("table")).getText())
                .contains("Foxglove", "live", "version 1 published", "planned:");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void whatLiesBehindALinkIsFetchedWhenSomebodyPointsAtIt() {
        browser.open(foxglove() + "/what");
        browser.sees("The draft");
        String before = browser.driver.getCurrentUrl();
        WebElement when = browser.control("When");
        browser.until("the past to be asked for", d -> {
            new Actions(d)
                    .moveToElement(browser.mast("Menu"))
                    .moveToElement(when)
                    .perform();
            return (Boolean) browser.script("return performance.getEntriesByType('resource')"
                    + ".some(each => new URL(each.name).pathname.endsWith('/past'))");
        });
        assertThat(browser.driver.getCurrentUrl()).isEqualTo(before);
    }

    @Test
    void manySitesAreFilteredAndPutInOrderAndTheUrlKeepsBoth() {
        ApiClient person = harbor.person();
        List<String> titles = List.of("Quince", "Birch", "Alder", "Elm", "Hazel", "Rowan", "Willow", "Yew", "Aspen");
        titles.forEach(person::site);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.sees("Aspen");
        browser.set("Order", "name");
        browser.until("the order in the URL", d -> d.getCurrentUrl().contains("order=name"));
        browser.until(
                "the lanes by name",
                d -> lanes().equals(titles.stream().sorted().toList()));
        browser.fill("Filter sites by name or address", "al");
        browser.until("one lane", d -> lanes().equals(List.of("Alder")));
        browser.until("the filter in the URL", d -> d.getCurrentUrl().contains("filter=al"));
        browser.driver.navigate().refresh();
        browser.until("the same after reading anew", d -> lanes().equals(List.of("Alder")));
        browser.press("Alder");
        browser.sees("Where");
        browser.driver.navigate().back();
        browser.until("the same on the way back", d -> lanes().equals(List.of("Alder")));
        browser.fill("Filter sites by name or address", "nothing");
        browser.sees("No matches");
    }

    private List<String> lanes() {
        return browser.driver.findElements(By.cssSelector("main ul > li a .font-head")).stream()
                .map(WebElement::getText)
                .toList();
    }

    @Test
    void theFirstFieldThatTheServerFindsWrongHasTheFocus() {
        browser.open("/sign-in");
        browser.driver.manage().deleteAllCookies();
        browser.open("/open-account");
        browser.fill("Account name", "Wrong");
        browser.fill("Your name", "Wrong");
        browser.fill("E-mail", "wrong@test.example");
        browser.fill("Password", "short");
        browser.press("Open the account");
        browser.until("the password to be told as wrong, and to have the focus", d -> {
            WebElement active = d.switchTo().activeElement();
            return "password".equals(active.getAttribute("type")) && "true".equals(active.getAttribute("aria-invalid"));
        });
        assertThat(browser.field("E-mail").getAttribute("aria-invalid")).isEqualTo("false");
    }

    @Test
    void alsoInAFormThatIsMoreThanFieldsTheFirstWrongOneHasTheFocus() {
        browser.open(site("Papermoon") + "/when");
        browser.press("Plan a change");
        browser.set("What happens", "TAKE_DOWN");
        browser.set("From", "2020-01-01T10:00");
        browser.press("Plan it");
        browser.until("the time to be told as wrong, and to have the focus", d -> {
            WebElement active = d.switchTo().activeElement();
            return "datetime-local".equals(active.getAttribute("type"))
                    && "true".equals(active.getAttribute("aria-invalid"));
        });
    }
}
