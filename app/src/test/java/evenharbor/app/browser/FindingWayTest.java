package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;

/** A new owner's untidy site of 30 pages is brought to no findings: by buttons where there are, else in the editor. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FindingWayTest {

    private static final int PAGES = 30;

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private Browser browser;
    private String site;

    @BeforeAll
    void open() {
        site = person.site("Untidy");
        for (int i = 0; i < PAGES; i++) {
            person.putText(site, i == 0 ? "index.html" : "walk-" + i + ".html", page(i))
                    .is(200);
        }
        browser = new Browser(harbor.origin());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
    }

    /** Most pages lack something; two have what only a person can put right. */
    private static String page(int i) {
        String next = i + 1 == PAGES ? "index.html" : "walk-" + (i + 1) + ".html";
        List<String> faults = new ArrayList<>();
        if (i % 5 == 1) {
            faults.add("<a href=\"/Walk-" + (i + 1) + ".html\">on</a>");
        }
        if (i == 7) {
            faults.add("<img src=\"/none.png\" alt=\"None\">");
        }
        return (i % 6 == 2 ? "" : "<!doctype html>\n") + "<html" + (i % 4 == 3 ? "" : " lang=\"en\"") + "><head>"
                + (i % 3 == 1 ? "" : "<title>Walk number " + i + "</title>")
                + "<meta name=\"description\" content=\"What is seen on walk " + i + "\">"
                + (i % 3 == 2 ? "" : "<meta name=\"viewport\" content=\"width=device-width\">")
                + "</head>\n<body><h1>Walk number " + i + "</h1>\n<a href=\"" + next + "\">Next</a>\n"
                + String.join("\n", faults) + "\n</body></html>\n";
    }

    @Test
    void anUntidySiteIsBroughtToNoFindings() {
        browser.open("/sites/" + site + "/what/review");
        browser.sees("40 findings, 7 of them broken for visitors");
        browser.press("40 findings, 7 of them broken for visitors");
        browser.sees("A button fixes 39 of them, in the draft; it can be undone.");
        browser.sees("Name that differs in small and capital letters");
        assertThat(browser.faults()).isEmpty();

        browser.press("Page without a title10");
        browser.sees("Browser tabs, bookmarks and search results show its address instead.");
        browser.press("Title: Walk number 1");
        browser.sees("39 findings");
        browser.press("Undo");
        browser.sees("40 findings");

        browser.press("Fix 39 at once");
        browser.sees("1 finding");
        browser.sees("File that the page loads is not there");
        browser.sees("/none.png");
        browser.press("walk-7.html");
        browser.until(
                "the line to be selected",
                d -> d.findElements(By.cssSelector(".cm-selectionBackground, .cm-activeLine"))
                                        .size()
                                > 0
                        && d.findElement(By.cssSelector(".cm-content"))
                                .getText()
                                .contains("none.png"));
        assertThat(browser.faults()).isEmpty();

        browser.open("/sites/" + site + "/what/findings");
        browser.press("Ignore …");
        browser.fill("Why (optional)", "The picture is drawn next week");
        browser.press("Ignore it");
        browser.sees("Nothing to fix");
        browser.press("Ignored (1)");
        browser.sees("The picture is drawn next week");
        browser.press("How heavy each page is");
        browser.sees("1 request");
        assertThat(browser.faults()).isEmpty();
        browser.open("/sites/" + site + "/what/review");
        browser.sees("No findings: links, pictures and titles were checked.");
        browser.resize(390, 800);
        browser.open("/sites/" + site + "/what/findings");
        browser.press("Ignored (1)");
        browser.press("List it again");
        browser.sees("1 finding");
        assertThat(browser.faults()).isEmpty();
    }
}
