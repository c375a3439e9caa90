package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.HarborProperties;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.where.dns.DnsProperties;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.Type;

/** Names of one's own, as one person gives them to a site, with real questions to name servers behind it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class WhereTest {

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.origin());
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private ApiClient person(String title, String page) {
        ApiClient person = harbor.person();
        String site = person.site(title);
        person.putText(site, "index.html", page).is(200);
        return person;
    }

    private String site(ApiClient person) {
        return person.get("/api/sites").json().get(0).get("site").get("id").asString();
    }

    /** A visitor's machine asks for the name before it exists, so that the resolver keeps "no such name". */
    private void askTooEarly(String name) throws IOException {
        DnsProperties dns = harbor.bean(DnsProperties.class);
        SimpleResolver resolver =
                new SimpleResolver(new InetSocketAddress(dns.resolvers().get(0), dns.port()));
        Message answer =
                resolver.send(Message.newQuery(Record.newRecord(Name.fromString(name + "."), Type.A, DClass.IN)));
        assertThat(answer.getRcode()).isEqualTo(Rcode.NXDOMAIN);
    }

    private void moveClock(Duration by) {
        browser.open("/practice");
        browser.fill("Minutes", String.format(Locale.ROOT, "%.4f", by.toMillis() / 60_000.0));
        browser.press("Advance");
        browser.until(
                "the clock to move",
                d -> browser.field("Minutes").isEnabled()
                        && d.findElements(By.cssSelector("button[aria-busy=true]"))
                                .isEmpty());
    }

    private Instant harborNow() {
        return Instant.parse(browser.until(
                        "the clock",
                        d -> d.findElements(By.cssSelector("main time[datetime]")).stream()
                                .findFirst()
                                .orElse(null))
                .getAttribute("datetime"));
    }

    @Test
    void aNameGoesFromNotRegisteredToVisitedWhileAResolverStillHoldsTheOldAnswer() throws IOException {
        String name = "lanternfish.art.localhost";
        ApiClient person = person("Lanternfish", "<!doctype html><title>Lanternfish</title><h1>Deep light</h1>");
        browser.signIn(person.email(), ApiClient.PASSWORD);
        askTooEarly(name);
        browser.press("Lanternfish");
        browser.press("Where");
        browser.fill("Address", "HTTPS://Lanternfish.art.localhost/");
        browser.sees("Taken off: the scheme in front, capital letters, the slash at the end.");
        browser.sees("12.00 EUR for the first year, then 24.00 EUR a year");
        assertThat(browser.faults()).isEmpty();
        browser.press("Register " + name + " and use it");
        browser.sees("Yours to use");
        browser.press("Publish 1 file");
        browser.press("I have the right to publish this content. (Asked once for each site.)");
        browser.press("Publish 1 change");
        browser.sees("Lanternfish is live, version 1.");

        browser.press("Where");
        browser.until(
                        "the address in the ledger",
                        d -> d.findElements(By.cssSelector("section[aria-label=Addresses] li li a")).stream()
                                .findFirst()
                                .orElse(null))
                .click();
        browser.sees("still says: no such name");
        assertThat(browser.faults()).isEmpty();
        WebElement time = browser.until(
                "the time by which everyone sees it",
                d -> d.findElements(By.xpath("//ol//time[preceding-sibling::text()[contains(., 'until')]]")).stream()
                        .findFirst()
                        .orElse(null));
        Instant until = Instant.parse(time.getAttribute("datetime"));
        String here = browser.driver.getCurrentUrl();

        browser.open("/practice");
        moveClock(Duration.between(harborNow(), until).minusSeconds(60));
        browser.open(here);
        browser.press("Check now");
        browser.sees("still says: no such name");
        browser.sees("waiting");
        browser.open("/practice");
        moveClock(Duration.between(harborNow(), until).plusMillis(100));
        browser.open(here);
        browser.until(
                "the address to work",
                d -> d.findElement(By.cssSelector("section[aria-label=Addresses]"))
                        .getText()
                        .contains("works"));

        int port = harbor.bean(HarborProperties.class).visitors().port();
        browser.open("http://" + name + ":" + port + "/");
        browser.sees("Deep light");
    }

    @Test
    void aNameRegisteredElsewhereIsBroughtProvenAndItsWrongTurnsAreSaid() {
        ApiClient person = person("Nightjar", "<!doctype html><title>Nightjar</title><h1>Nightjar</h1>");
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/practice");
        browser.fill("Register a name with another company", "nightjar.club.localhost");
        browser.press("Register it there");
        browser.sees("another company");
        assertThat(browser.faults()).isEmpty();

        browser.open("/sites/" + site(person) + "/where");
        browser.fill("Address", "раpermoon.art.localhost");
        browser.sees("mixes letters of");
        browser.fill("Address", "a.b.c@nightjar.club.localhost");
        browser.sees("This is an e-mail address.");
        browser.fill("Address", "nightjar.club.localhost");
        browser.sees("If it is yours, bring it");
        browser.press("Connect nightjar.club.localhost and use it");
        browser.sees("Add this TXT record where nightjar.club.localhost is managed");
        String proof = browser.until(
                        "the proof",
                        d -> d.findElements(By.xpath("//tr[td[1][contains(.,'TXT')]]/td[3]")).stream()
                                .findFirst()
                                .orElse(null))
                .getText()
                .strip();
        assertThat(proof).hasSize(32);

        browser.open("/practice");
        new Select(browser.field("Domain")).selectByVisibleText("nightjar.club.localhost");
        browser.fill("Name there", "_harbor-proof.nightjar.club.localhost");
        browser.fill("Value there; empty takes the record out", proof);
        browser.press("Save the record there");
        browser.open("/domains");
        browser.control("Find or connect one");
        browser.until(
                        "the domain",
                        d -> d.findElements(By.partialLinkText("nightjar")).stream()
                                .findFirst()
                                .orElse(null))
                .click();
        browser.sees("registered elsewhere, verified");
        browser.sees("Addresses under it");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void recordsAreEditedWithTheirFaultsSaidAsTypedAndReviewedBeforeTheyGoOut() {
        ApiClient person = person("Zoned", "<h1>Zoned</h1>");
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/domains");
        browser.fill("Name", "zonedquay");
        browser.press("Register zonedquay.club.localhost …");
        browser.sees("Register zonedquay.club.localhost?");
        browser.press("Register for €7.50");
        browser.sees("There are no records yet.");
        browser.press("Add a record");
        WebElement name = browser.field("Name");
        name.sendKeys("@");
        new Select(browser.field("Type")).selectByVisibleText("CNAME");
        browser.fill("Record 1 of @ CNAME", "elsewhere.example.");
        browser.sees("The domain itself cannot be an alias (CNAME)");
        new Select(browser.field("Type")).selectByVisibleText("MX");
        browser.fill("Record 1 of @ MX", "10 mail.example.");
        browser.sees("1 record set will change");
        assertThat(browser.faults()).isEmpty();
        browser.press("Send the records out");
        browser.sees("The records are sent out");
        browser.press("Undo the last change");
        browser.sees("There are no records yet.");
        browser.press("Zone file …");
        browser.fill("Take records from a zone file", "www 300 IN A nonsense");
        browser.press("Look at what changes");
        browser.sees("It cannot be read");
        browser.press("Close");
        browser.press("Delete the registration …");
        browser.sees("The registration is deleted at once.");
        browser.press("Delete the registration");
        browser.sees("Your domains go here");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void rolesAreChangedAndANameIsGivenUpForAnother() {
        ApiClient person = person("Roles", "<p>\n<a href='http://roles-old.harbor.localhost/'>home</a>");
        String site = site(person);
        person.claim(site, "roles-old").is(201);
        person.publish(site);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/sites/" + site + "/where/"
                + person.where(site).get(0).get("address").get("id").asString());
        browser.press("Change its name …");
        browser.sees("index.html, line 2");
        browser.fill("A place where you gave it out", "the card at the desk");
        browser.press("Add to the list");
        browser.press("the card at the desk");
        browser.fill("The new address", "roles-new");
        browser.sees("roles-new.harbor.localhost is free.");
        assertThat(browser.faults()).isEmpty();
        browser.press("Change the name");
        browser.sees("roles-new.harbor.localhost replaces roles-old.harbor.localhost");
        assertThat(person.visit("roles-old.harbor.localhost", "/").is(301).field("Location"))
                .contains("roles-new");
        browser.press("Change what it does");
        browser.press("pointer");
        browser.fill("Where it leads", "https://example.org/");
        browser.press("Save");
        browser.sees("A site has exactly one main address");
        assertThat(person.post("/api/sites/" + site + "/where/checks", Map.of()).status())
                .isEqualTo(202);
    }
}
