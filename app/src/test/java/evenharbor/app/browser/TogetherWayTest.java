package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;

/** Two people in two browsers: one asks, the other agrees and publishes; each is told of the other. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TogetherWayTest {

    private static final String EDITOR = "nel@together.example";

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();
    private Browser owners;
    private Browser editors;
    private String site;

    @BeforeAll
    void open() {
        site = owner.site("Choir");
        owner.claim(site, "choir").is(201);
        owner.putText(site, "index.html", "<!doctype html><html lang=en><title>Choir</title><p>We sing on Monday")
                .is(200);
        owner.publish(site);
        owners = new Browser(harbor.origin());
        owners.signIn(owner.email(), ApiClient.PASSWORD);
        editors = new Browser(harbor.origin());
    }

    @AfterAll
    void close() {
        owners.close();
        editors.close();
    }

    @Test
    void anEditorIsInvitedAsksAndAPublisherAgreesToExactlyThat() {
        owners.open("/sites/" + site + "/who");
        owners.fill("E-mail, or several", EDITOR + ", " + EDITOR);
        assertThat(owners.faults()).isEmpty();
        owners.press("Invite");
        owners.sees("Mailed: " + EDITOR);
        owners.sees("1 repeat left out");

        Mailbox.of(EDITOR).mail("look after");
        editors.open("/practice/mail?of=" + EDITOR);
        editors.sees("See what it is, and accept or not");
        assertThat(editors.faults()).isEmpty();
        String link =
                editors.driver.findElement(By.cssSelector("a[href*='/join/']")).getAttribute("href");
        editors.open(link);
        editors.sees("you may see it, comment on pages, change pages");
        assertThat(editors.faults()).isEmpty();
        editors.fill("Your name", "Nel Sand");
        editors.fill("Password", "gulls over the pier");
        editors.press("Accept");
        editors.sees("Choir");
        editors.sees("Nothing to publish");

        ApiClient nel = harbor.stranger();
        nel.signIn(EDITOR, "gulls over the pier").is(200);
        nel.putText(site, "index.html", "<!doctype html><html lang=en><title>Choir</title><p>We sing on Tuesday")
                .is(200);
        editors.press("Ask for a review of 1 change");
        editors.fill("What should they check? (optional)", "Is it Tuesday now?");
        editors.press("Ask for a review");
        editors.sees("Waiting for a publisher.");
        assertThat(editors.faults()).isEmpty();

        owners.sees("Review Nel Sand’s changes");
        String notice = Mailbox.of(owner.email()).link("/what/reviews/");
        owners.open(notice);
        owners.sees("Nel Sand is here: What, reviews");
        owners.sees("Is it Tuesday now?");
        assertThat(owners.inFrame("index.html in version 2")).contains("We sing on Tuesday");
        owners.fill("Comment on this page", "From eight on");
        owners.press("Comment");
        editors.sees("From eight on");
        nel.putText(site, "index.html", "<!doctype html><html lang=en><title>Choir</title><p>We sing on Friday")
                .is(200);
        owners.sees("The draft has changed since. This version has not.");
        assertThat(owners.faults()).isEmpty();
        owners.press("Agree");
        owners.press("Publish version 2");
        owners.sees("version 2: published");
        editors.sees("version 2: published");
        Patience.until(
                "visitors get what was agreed to",
                () -> owner.visit("choir.harbor.localhost", "/").text().contains("We sing on Tuesday"));

        editors.open("/notices");
        editors.sees("agrees to version 2 of Choir");
        assertThat(editors.faults()).isEmpty();
        owners.open("/account");
        owners.sees("What you are told, and how");
        owners.sees("Nel Sand");
        owners.sees("Editor of Choir");
        assertThat(owners.faults()).isEmpty();
    }

    @Test
    void whatOneRestoresTheOtherIsToldAndNothingTypedIsOverwrittenUnseen() {
        ApiClient nel = harbor.memberOf(owner, site, "EDITOR");
        try (Browser typing = new Browser(harbor.origin())) {
            typing.signIn(nel.email(), ApiClient.PASSWORD);
            typing.open("/sites/" + site + "/what?path=index.html");
            typing.type(By.cssSelector(".cm-content"), "typed by Nel ");
            typing.sees("Not saved yet");

            owners.open("/sites/" + site + "/what/versions/1");
            owners.press("Copy into the draft");
            owners.sees("The draft holds version 1 now");
            typing.sees("copied into the draft: Version 1");
            typing.sees("was changed in the draft while you were typing");
            assertThat(typing.controls("Save in the draft").get(0).isEnabled()).isFalse();
            assertThat(typing.faults()).isEmpty();
            assertThat(owner.get("/api/sites/" + site + "/draft/text?path=index.html")
                            .text())
                    .contains("Monday")
                    .doesNotContain("Nel");
            typing.press("Discard mine, show theirs");
            typing.seesNoMore("was changed in the draft while you were typing");
            typing.sees("We sing on Monday");

            owners.press("Restore …");
            owners.press("Put version 1 live");
            typing.sees("put live Version 1");

            typing.open("/sites/" + site + "/when");
            typing.sees("can plan changes, close the site and reopen it.");
            assertThat(typing.controls("Plan a change")).isEmpty();
        }
    }

    @Test
    void aReviewerIsOfferedWhatAReviewerMay() {
        ApiClient reviewer = harbor.memberOf(owner, site, "REVIEWER");
        try (Browser browser = new Browser(harbor.origin())) {
            browser.signIn(reviewer.email(), ApiClient.PASSWORD);
            for (String page : List.of("what", "where", "where/redirects", "where/hosts", "when", "who")) {
                browser.open("/sites/" + site + "/" + page);
                browser.sees("You are a reviewer of this site.");
                assertThat(browser.faults()).as(page).isEmpty();
            }
            browser.open("/sites/" + site + "/what?path=index.html");
            browser.sees("We sing on");
            for (String name : List.of("Save in the draft", "Rename", "Replace", "Delete", "Create file")) {
                assertThat(browser.controls(name)).as(name).isEmpty();
            }
        }
    }
}
