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
import org.openqa.selenium.Keys;

/** A person plans ahead, sees what gets in the way, and closes for a while; the clock is moved past it all. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class WhenWayTest {

    private static final String HOST = "winter.harbor.localhost";

    private final ChildHarbor harbor = TestHarbor.get().child("whenway");
    private final ApiClient person = harbor.client();
    private Browser browser;
    private String site;

    @BeforeAll
    void open() {
        harbor.start();
        person.openAccount("When", "when@test.example");
        site = person.site("Winter house");
        person.claim(site, "winter").is(201);
        for (String season : new String[] {"snow", "leaves"}) {
            person.putText(site, "index.html", "<!doctype html><title>" + season + "</title><p>" + season)
                    .is(200);
            person.publish(site);
        }
        browser = new Browser(harbor.origin());
        browser.signIn("when@test.example", ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
        harbor.kill();
    }

    /** A time of the browser's own zone, as its fields take it. */
    private String in(Duration time) {
        Instant now = Instant.parse(
                person.get("/api/practice").is(200).json().get("now").asString());
        return LocalDateTime.ofInstant(now.plus(time), ZoneId.systemDefault())
                .truncatedTo(ChronoUnit.MINUTES)
                .toString();
    }

    private void pass(Duration time) {
        person.post("/api/practice/clock", Map.of("seconds", time.toSeconds())).is(200);
    }

    private void meets(int status, String text) {
        await(text).atMost(Patience.MOST).until(() -> {
            ApiClient.Answer answer = person.visit(HOST, "/");
            return answer.status() == status && answer.text().contains(text);
        });
    }

    private void plan(String what, String version, String from, String until) {
        browser.press("Plan a change");
        browser.set("What happens", what);
        if (version != null) {
            browser.set("Version", version);
        }
        browser.set("From", from);
        browser.set("Until (optional)", until);
        browser.press("Plan it");
    }

    @Test
    void aProgrammeIsPlannedACollisionMendedAndTheSiteClosedForAWhile() {
        browser.open("/sites/" + site + "/when");
        browser.sees("Nothing is planned.");
        assertThat(browser.faults()).isEmpty();
        plan("GO_LIVE", "1", in(Duration.ofDays(2)), in(Duration.ofDays(20)));
        browser.sees("visitors get version 1");
        plan("CLOSE", null, in(Duration.ofDays(1)), in(Duration.ofDays(5)));
        browser.sees("Nobody will see “Restore version 1”: the site is closed then");
        assertThat(browser.faults()).isEmpty();

        browser.set("See any day, past or to come", in(Duration.ofDays(3)));
        browser.sees("visitors find it closed, if nothing else is decided");
        browser.set("See any day, past or to come", in(Duration.ofDays(10)));
        browser.sees("visitors get version 1, if nothing else is decided");

        browser.press("Move it");
        browser.set("From", in(Duration.ofDays(6)));
        browser.press("Save the plan");
        browser.seesNoMore("Nobody will see");
        pass(Duration.ofDays(1).plusMinutes(1));
        meets(503, "Closed for now");
        browser.sees("Reopen now");
        pass(Duration.ofDays(4));
        meets(200, "leaves");
        pass(Duration.ofDays(1));
        meets(200, "snow");
        pass(Duration.ofDays(14));
        meets(200, "leaves");

        browser.open("/sites/" + site + "/when");
        browser.sees("Nothing is planned.");
        browser.press("Close for now");
        browser.fill("Heading", "Gone to the sea");
        assertThat(browser.faults()).isEmpty();
        browser.press("Close Winter house");
        browser.sees("It stays closed until you reopen it.");
        meets(503, "Gone to the sea");
        browser.press("Reopen now");
        browser.seesNoMore("It stays closed");
        meets(200, "leaves");
    }

    @Test
    void aPlanIsMovedOnTheAxisByKeyboardAndMouseAndEndedBeforeItsTime() {
        browser.open("/sites/" + site + "/when");
        browser.sees("Plan a change");
        plan("GO_LIVE", "1", in(Duration.ofDays(4)), in(Duration.ofDays(9)));
        browser.sees("visitors get version 1");
        browser.slider("Move Restore version 1").sendKeys(Keys.ARROW_LEFT, Keys.ARROW_LEFT);
        browser.sees("Begins");
        browser.slider("Move Restore version 1").sendKeys(Keys.ENTER);
        browser.sees("Moved: Restore version 1");
        await("it begins in two days").atMost(Patience.MOST).until(() -> starts().isBefore(now().plusDays(3)));
        browser.press("Undo");
        await("it begins in four days").atMost(Patience.MOST).until(() -> starts().isAfter(now().plusDays(3)));
        // The page has to know of it: what is dragged is the plan as it stands there.
        browser.sees("Moved back: Restore version 1");
        browser.drag(browser.slider("Move Restore version 1"), -40);
        await("it begins earlier").atMost(Patience.MOST).until(() -> starts().isBefore(now().plusDays(3)));
        pass(Duration.ofDays(3));
        meets(200, "snow");
        browser.open("/sites/" + site + "/when");
        browser.slider("Move the end of: Restore version 1");
        assertThat(browser.faults()).isEmpty();
        browser.press("End now");
        meets(200, "leaves");
        browser.seesNoMore("End now");
    }

    private LocalDateTime now() {
        return LocalDateTime.parse(in(Duration.ZERO));
    }

    private LocalDateTime starts() {
        return person.get("/api/sites/" + site + "/plans")
                .is(200)
                .json()
                .get("plans")
                .valueStream()
                .filter(plan -> plan.get("form").get("kind").asString().equals("GO_LIVE")
                        && !plan.get("nextAt").isNull())
                .map(plan -> LocalDateTime.parse(plan.get("form").get("starts").asString()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatIsCalledOffCanBePlannedAgain() {
        browser.open("/sites/" + site + "/when");
        browser.sees("Plan a change");
        plan("TAKE_DOWN", null, in(Duration.ofDays(90)), "");
        browser.sees("Unpublish, on");
        browser.press("Call off");
        browser.sees("Called off");
        browser.press("Undo");
        browser.seesNoMore("Plan it again");
        browser.press("Call off");
        browser.sees("Plan it again");
    }
}
