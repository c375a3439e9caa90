package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;

/** An owner has another program told, tries the API with a token, and lets what their editor sends go live by itself. */
class ProgramsWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String site = person.site("Lantern choir");
    private HttpServer program;
    private Browser browser;

    @BeforeEach
    void open() throws IOException {
        program = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        program.createContext("/", exchange -> {
            exchange.sendResponseHeaders(202, -1);
            exchange.close();
        });
        program.start();
        browser = new Browser(harbor.origin());
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterEach
    void close() {
        browser.close();
        program.stop(0);
    }

    @Test
    void aProgramIsToldAndItsAnswerSeen() {
        browser.open("/account/messages");
        browser.sees("Receivers go here");
        browser.fill("Name of the program", "Build server");
        browser.fill("URL that messages go to", "http://169.254.169.254/");
        browser.press("Add receiver");
        browser.sees("has no number that may be reached from here");
        browser.fill(
                "URL that messages go to",
                "http://build.localhost:" + program.getAddress().getPort() + "/hook");
        browser.press("Add receiver");
        browser.sees("This is shown once. The program checks the signature with it.");
        browser.press("Send a test message");
        browser.sees("delivered");
        assertThat(browser.faults()).isEmpty();
        browser.resize(390, 800);
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void anOperationIsFoundReadAndTried() {
        String token = person.post("/api/tokens", Map.of("name", "Trying", "reach", "READ"))
                .is(201)
                .json()
                .get("token")
                .asString();
        browser.open("/account/api");
        browser.sees("Version 1");
        assertThat(browser.faults()).isEmpty();
        browser.open("/account/api/getSite?find=site");
        browser.fill("Your token", token);
        browser.fill("siteId", site);
        browser.press("Send");
        browser.sees("200 in");
        browser.sees("\"Lantern choir\"");
        assertThat(browser.faults()).isEmpty();
        browser.open("/account/api/nothing");
        browser.sees("see all");
        browser.resize(390, 800);
        browser.open("/account/api/postSitePublications");
        browser.sees("This really does it");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void whatAnEditorSendsGoesLiveByItself() {
        browser.open("/sites/" + site + "/what/sftp");
        browser.sees("Or a public key of yours");
        browser.until("the way to add a key", d -> d.findElement(By.xpath("//summary[normalize-space(.)='Add a key']")))
                .click();
        browser.fill("Where the key is", "Laptop");
        browser.fill("Public key", "no key");
        browser.press("Add key");
        browser.sees("This is no public key.");
        browser.until(
                        "the box",
                        d -> d.findElement(
                                By.xpath(
                                        "//label[contains(., 'When something arrived, publish the whole draft')]/preceding-sibling::button")))
                .click();
        browser.sees("What keeps it from that");
        assertThat(browser.faults()).isEmpty();
        assertThat(person.get("/api/sites/" + site + "/arrivals")
                        .json()
                        .get("publishes")
                        .asBoolean())
                .isTrue();
    }
}
