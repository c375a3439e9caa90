package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import org.openqa.selenium.support.ui.Select;

/** What goes wrong outside is said where a person looks, and what is chosen for a domain takes effect. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OutsideFaultsTest {

    private static final String DOMAIN = "squall.club.localhost";

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;
    private ApiClient person;
    private String site;
    private String domain;

    @BeforeAll
    void aLiveSiteWithADomain() {
        person = harbor.person();
        site = person.site("Squall");
        person.putText(site, "index.html", "<!doctype html><title>Squall</title><p>All hands")
                .is(200);
        domain = person.post("/api/domains", Map.of("name", DOMAIN, "firstYear", 750))
                .is(201)
                .json()
                .get("id")
                .asString();
        person.claim(site, DOMAIN).is(201);
        person.publish(site);
        browser = new Browser(harbor.origin());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void allIsWellAgain() {
        person.put("/api/practice/stand-ins/ns1", Map.of("fault", "NONE")).is(200);
        person.put("/api/practice/registry", Map.of("down", false)).is(200);
        browser.close();
    }

    private void let(String server, String fault) {
        browser.open("/practice");
        Select wrong = new Select(browser.field("What is wrong with: " + server));
        wrong.selectByVisibleText(fault);
        browser.until(
                server + " to be so",
                d -> person.get("/api/practice")
                        .json()
                        .get("standIns")
                        .findValuesAsString("fault")
                        .contains(fault.equals("works") ? "NONE" : "SILENT"));
    }

    @Test
    void recordsAreStillShownWhileTheirNameServerIsSilentAndCannotBeChanged() {
        browser.open("/domains/" + domain);
        browser.sees("written by the harbor for an address");
        let("The harbor’s first name server", "answers nothing");
        browser.open("/domains/" + domain);
        browser.sees("The name server does not answer. This is what we saw there last");
        browser.sees("written by the harbor for an address");
        browser.press("Add a record");
        assertThat(browser.faults()).isEmpty();
        assertThat(browser.until(
                                "the button",
                                d -> d.findElement(By.xpath("//button[normalize-space(.)='Send the records out']")))
                        .isEnabled())
                .isFalse();
        let("The harbor’s first name server", "works");
        browser.open("/domains/" + domain);
        browser.seesNoMore("does not answer");
    }

    @Test
    void aRegistryThatIsDownIsSaidAndNothingIsOwed() {
        String other = person.post("/api/domains", Map.of("name", "lull.club.localhost", "firstYear", 750))
                .is(201)
                .json()
                .get("id")
                .asString();
        browser.open("/practice");
        browser.press("it is down");
        browser.until(
                "the registry to be down",
                d -> person.get("/api/practice").json().get("registryDown").asBoolean());
        browser.open("/domains");
        browser.fill("Name", "gale");
        browser.sees("The registry does not answer just now. Nothing was registered and nothing is owed.");
        browser.open("/domains/" + other);
        browser.press("Delete the registration …");
        browser.press("Delete the registration");
        browser.sees("The registry has not confirmed the deletion yet. We ask it again until it has.");
        assertThat(browser.faults()).isEmpty();
        browser.open("/practice");
        browser.press("it is down");
        browser.until(
                "the registry to answer",
                d -> !person.get("/api/practice").json().get("registryDown").asBoolean());
        Patience.until(
                "the deletion to be confirmed",
                () -> person.get("/api/domains/" + other).status() == 404);
    }

    @Test
    void renewalAndTheSiteForUnclaimedNamesAreSwitchedInPlace() {
        browser.open("/domains/" + domain);
        browser.sees("Paid until");
        browser.press("renews itself, two weeks before");
        browser.sees("Ends");
        browser.press("renews itself, two weeks before");
        browser.sees("Paid until");
        new Select(browser.until(
                        "the choice of a site",
                        d -> d.findElements(By.xpath("//label[contains(.,'Unclaimed names')]/select")).stream()
                                .findFirst()
                                .orElse(null)))
                .selectByVisibleText("Squall");
        browser.until(
                "an unclaimed name to be answered",
                d -> person.visit("any." + DOMAIN, "/").status() == 200);
        browser.until(
                "the record for it",
                d -> person.get("/api/domains/" + domain + "/zone")
                        .json()
                        .get("sets")
                        .toString()
                        .contains("\"*\""));
    }
}
