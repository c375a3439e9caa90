package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;

/** Who gets in, as the owner decides it and a visitor meets it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AudienceWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;
    private String site;
    private String members;

    @BeforeAll
    void open() {
        ApiClient person = harbor.person();
        site = person.site("Rowing club");
        person.claim(site, "rowing").is(201);
        person.putText(site, "index.html", "<!doctype html><html lang=en><title>Rowing</title><p>The club")
                .is(200);
        person.putText(
                        site,
                        "members/index.html",
                        "<!doctype html><html lang=en><title>Members</title><p>Who rows on Sunday")
                .is(200);
        person.publish(site);
        members = "http://rowing.harbor.localhost:" + harbor.visitorPort() + "/members/";
        browser = new Browser(harbor.origin());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
    }

    @Test
    void aFolderIsForWhoeverKnowsThePassword() {
        browser.open("/sites/" + site + "/who");
        browser.sees("everyone who knows or finds an address");
        browser.press("Decide who gets in …");
        browser.fill("To", "/members/");
        browser.fill("The password", "moon over quay");
        assertThat(browser.faults()).isEmpty();
        browser.press("Save");
        browser.sees("Whoever types the password gets in for 12 hours.");

        browser.until("to be asked", d -> {
            browser.open(members);
            return d.getTitle().equals("This part needs a password");
        });
        assertThat(browser.faults()).isEmpty();
        browser.fill("Password", "a guess");
        browser.press("Go in");
        browser.sees("This is not the password");
        browser.fill("Password", "moon over quay");
        browser.press("Go in");
        browser.sees("Who rows on Sunday");

        browser.open("/sites/" + site + "/who");
        browser.press("Ask everyone again");
        browser.sees("Renewed: whoever was let in before is asked again");
        browser.until("to be asked again", d -> {
            browser.open(members);
            return d.getTitle().equals("This part needs a password");
        });

        browser.open("/sites/" + site + "/who");
        browser.press("Change");
        browser.set("Who gets in", "LINK");
        browser.press("Save");
        browser.sees("Whoever opens the link gets in for 12 hours.");
        String link = browser.until(
                "the link",
                d -> d.findElements(By.cssSelector("[title*='let-in=']")).stream()
                        .findFirst()
                        .map(e -> e.getAttribute("title"))
                        .orElse(null));
        browser.until("the link to let in", d -> {
            browser.open(link);
            return d.getTitle().equals("Members");
        });
        browser.until("the secret to be gone", d -> !d.getCurrentUrl().contains("let-in"));
        browser.open("/sites/" + site + "/who");
        browser.press("Remove …");
        browser.sees("It is then for whom the part around it is. The link no longer lets anybody in.");
        browser.sees("would come in without being asked first");
        assertThat(browser.faults()).isEmpty();
        browser.press("Remove");
        browser.seesNoMore("Whoever opens the link");
    }
}
