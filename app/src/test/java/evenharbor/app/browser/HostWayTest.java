package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.practice.world.World;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.host.HostingFault;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;

/** An old hosting account, from its welcome mail to pages that visitors see there, and back. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HostWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private HostingCompanies.Company company;
    private Browser browser;
    private ApiClient person;
    private String site;

    @BeforeAll
    void open() {
        company = harbor.bean(World.class).hosting().all().get(1);
        browser = new Browser(harbor.origin());
        person = harbor.person();
        site = person.site("Lantern Yard");
        for (String page : List.of("index", "opening", "find")) {
            person.putText(
                            site,
                            page + ".html",
                            "<!doctype html><html lang=en><title>" + page
                                    + "</title><link rel=stylesheet href=s.css><h1>Lantern Yard, " + page
                                    + "</h1></html>\n")
                    .is(200);
        }
        person.putText(site, "s.css", "h1 { color: #204060 }").is(200);
        // Larger than what a company that drops connections lets through.
        person.putText(site, "catalogue.txt", "lantern 4711\n".repeat(12_000)).is(200);
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        company.account().manner().setFault(HostingFault.NONE);
        browser.close();
    }

    private String siteUrl(String path) {
        return "http://" + company.site() + ":" + harbor.hostingPort() + path;
    }

    private void hosts() {
        browser.open(
                "/sites/" + site + "/where/hosts/" + destination().get("id").asString());
    }

    /** The site's first destination. */
    private JsonNode destination() {
        return person.get("/api/sites/" + site + "/destinations").is(200).json().get(0);
    }

    @Test
    void fromTheWelcomeMailToPagesThereAndBack() throws IOException {
        // The mail is pasted, with a wrong folder put in by hand; the test says so, and how to mend it.
        browser.open("/hosts");
        browser.sees("Your hosts go here");
        assertThat(browser.faults()).isEmpty();
        browser.fill("Welcome mail", company.mail());
        browser.press("Read the mail");
        browser.sees("This is what the mail says.");
        assertThat(browser.field("Server").getAttribute("value")).isEqualTo(company.server());
        browser.fill("Folder", "public_html");
        assertThat(browser.faults()).isEmpty();
        browser.press("Save and test");
        browser.sees("Its key has not been seen before.");
        assertThat(browser.faults()).isEmpty();
        browser.press("It is the right one: accept it");
        browser.sees("There is no folder “public_html”.");
        browser.press("Use htdocs");
        browser.sees("What the test wrote is removed again.");
        browser.sees(siteUrl("/") + " shows what was just written.");
        assertThat(browser.faults()).isEmpty();

        // The site is published there; the line drops again and again; the owner stops, and goes on when it is mended.
        browser.open("/sites/" + site + "/where/hosts");
        browser.press("Add this destination");
        browser.press("See the plan");
        browser.sees("5 new");
        assertThat(browser.faults()).isEmpty();
        company.account().manner().setFault(HostingFault.DROPS);
        browser.press("I have the right to publish this content");
        browser.press("Publish 5 changes there");
        browser.sees("Waiting to try again");
        browser.press("Stop");
        browser.sees("What arrived is kept; visitors see whole pages.");
        assertThat(browser.faults()).isEmpty();
        assertThat(Files.exists(company.shown().resolve("index.html"))).isFalse();
        company.account().manner().setFault(HostingFault.NONE);
        browser.press("Go on");
        browser.sees("holds version 1, up to date");
        browser.open(siteUrl("/opening.html"));
        browser.sees("Lantern Yard, opening");

        // Someone else edits a page there; it is seen, shown, and taken into the draft.
        assertThat(HostingCompanies.edit(company, "index.html")).isTrue();
        hosts();
        browser.press("Check again");
        browser.sees("Changed there by someone else (1)");
        browser.sees("holds version 1, but for 1 file");
        browser.sees("index.html stays as it is there: decide above.");
        browser.press("Show the difference");
        browser.sees("Opening hours mended by telephone");
        assertThat(browser.faults()).isEmpty();
        browser.press("Take theirs into the draft");
        browser.seesNoMore("Changed there by someone else");
        assertThat(person.get("/api/sites/" + site + "/draft/text?path=index.html")
                        .text())
                .contains("Opening hours mended by telephone")
                .contains("href=s.css>");
        browser.press("Up to date: mark as published");
        browser.sees("holds version 2, up to date");

        // It is taken down there, and put back from the same place.
        browser.press("Unpublish from this host …");
        browser.sees("What others put there stays.");
        assertThat(browser.faults()).isEmpty();
        browser.press("Take it down");
        browser.sees("5 removed.");
        browser.open(siteUrl("/opening.html"));
        browser.sees("Not found");
        hosts();
        browser.press("Put version 2 back");
        browser.sees("holds version 2, up to date");
        browser.open(siteUrl("/"));
        browser.sees("Lantern Yard, index");

        // What is chosen to be sent stays chosen when one looks again.
        hosts();
        browser.fill("What to send", "version 1");
        String looked = destination().get("lookedAt").asString();
        browser.press("Check again");
        browser.until("the look", d -> !destination().get("lookedAt").asString().equals(looked));
        browser.control("Check again");
        assertThat(browser.field("What to send").getAttribute("value")).isEqualTo("1");

        // What lay there from before is removed when its owner says so.
        for (String old : List.of("old/counter.txt", "old/guests.txt")) {
            Files.createDirectories(company.shown().resolve("old"));
            Files.writeString(company.shown().resolve(old), "old");
        }
        browser.press("Check again");
        browser.press("Other files on this host (2)");
        browser.press("Tick all 2");
        browser.press("Publish 1 change there, remove 2 files of others");
        browser.sees("holds version 1");
        assertThat(Files.exists(company.shown().resolve("old"))).isFalse();

        // A second destination; both are behind the draft, and are brought up to it at once.
        String shared = person.post("/api/hosts", HostApi.host("FOLDER", "Shared web folder", null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
        String second = HostApi.destination(person, site, shared, HostApi.at("lantern", ""));
        HostApi.done(person, second, HostApi.work("PUBLISH"));
        person.putText(site, "find.html", "<!doctype html><html lang=en><title>find</title><h1>By the lock</h1></html>")
                .is(200);
        browser.open("/sites/" + site + "/where/hosts");
        browser.press("Publish to the 2 that are behind");
        browser.seesNoMore("behind");
        browser.until("both up to date", d -> {
            String text = d.findElement(By.cssSelector("section[aria-label=Destinations]"))
                    .getText();
            return text.split("holds version 3, up to date", -1).length == 3;
        });
        assertThat(browser.faults()).isEmpty();
        assertThat(harbor.home().resolve("opened/lantern/find.html")).content().contains("By the lock");
        browser.open(siteUrl("/find.html"));
        browser.sees("By the lock");

        // The company's private key takes the place of the password; it is locked, which is said.
        String host =
                person.get("/api/hosts").json().get("hosts").get(0).get("id").asString();
        browser.open("/hosts/" + host);
        browser.press("Change …");
        browser.press("A private key");
        browser.fill("Private key", harbor.bean(World.class).hosting().keyFrom(company));
        browser.press("Save and test");
        browser.sees("This key is locked. Give the passphrase that opens it.");
        assertThat(browser.faults()).isEmpty();
        browser.fill("Passphrase of the key", company.account().password());
        browser.press("Save and test");
        browser.sees("with a saved private key, never shown again");
        browser.sees("What the test wrote is removed again.");

        // The same account is not saved a second time.
        browser.open("/hosts");
        browser.fill("Welcome mail", company.mail());
        browser.press("Read the mail");
        browser.press("Save and test");
        browser.sees("You have this account already");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void theScreensHoldOnANarrowPageAndInNightColours() {
        browser.resize(390, 844);
        browser.open("/hosts");
        browser.press("Type it instead");
        browser.field("Server").sendKeys("ftp://Files.example/", Keys.TAB);
        browser.press("Save and test");
        browser.sees("Give the host a name");
        assertThat(browser.faults()).isEmpty();
        assertThat(browser.script("return document.documentElement.scrollWidth <= innerWidth"))
                .isEqualTo(true);
        browser.open("/practice");
        browser.sees("Hosting companies");
        browser.menu("Use night colours");
        browser.open("/sites/" + site + "/where/hosts");
        browser.until("a page", d -> !d.findElements(By.tagName("h2")).isEmpty());
        assertThat(browser.faults()).isEmpty();
        assertThat(browser.script("return document.documentElement.scrollWidth <= innerWidth"))
                .isEqualTo(true);
        browser.menu("Use light colours");
        browser.resize(1280, 800);
    }
}
