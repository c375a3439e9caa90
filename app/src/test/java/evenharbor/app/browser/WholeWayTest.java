package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The whole way through the job as one person walks it, and the wrong turns. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class WholeWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;

    @TempDir
    static Path folder;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.officeOrigin());
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private static Path site(String name, Map<String, String> files) throws IOException {
        Path root = folder.resolve(name);
        for (Map.Entry<String, String> file : files.entrySet()) {
            Path path = root.resolve(file.getKey());
            Files.createDirectories(path.getParent());
            Files.writeString(path, file.getValue());
        }
        return root;
    }

    private static String page(String text) {
        return "<!doctype html><html lang=en><title>Kite Shop</title><link rel=stylesheet href=/style.css><h1>" + text
                + "</h1><a href=/about.html>about</a></html>";
    }

    @Test
    void aFolderGoesLiveIsChangedTakenDownAndBroughtBack() throws IOException {
        browser.open("/open-account");
        browser.driver.manage().deleteAllCookies();
        browser.open("/open-account");
        browser.fill("Account name", "Kites");
        browser.fill("Your name", "Ada Kite");
        browser.fill("E-mail", "ada@kites.example");
        browser.fill("Password", "short");
        browser.press("Open the account");
        browser.sees("at least 10 characters");
        browser.fill("Password", "long strings and tails");
        browser.press("Open the account");
        browser.sees("Your sites go here");

        // 1. A site from a folder.
        browser.choose(
                "Choose a folder",
                site(
                        "kites",
                        Map.of(
                                "index.html",
                                page("Kites"),
                                "about.html",
                                page("About"),
                                "style.css",
                                "h1{color:teal}")));
        browser.until(
                "the name and the address that are proposed",
                d -> browser.field("Name").getAttribute("value").equals("Kite Shop")
                        && browser.field("Address").getAttribute("value").startsWith("kite-shop"));
        assertThat(browser.faults()).isEmpty();

        // 2. Another address: taken first, then one that is free.
        browser.fill("Address", "Papermoon.harbor.localhost/");
        browser.sees("papermoon.harbor.localhost is taken.");
        browser.sees("Taken off: capital letters, the slash at the end, the harbor's own ending");
        browser.sees("Free and close:");
        browser.fill("Address", "kites2026");
        browser.sees("the name will look out of date");
        browser.fill("Address", "ki_tes");
        browser.press("ki-tes");
        browser.fill("Address", "kite-shop");
        browser.sees("kite-shop.harbor.localhost is free.");

        // 3. Look at it before anyone else.
        assertThat(browser.inFrame("Draft: index.html")).contains("Kites");
        browser.press("phone");
        browser.until(
                "the phone's width",
                d -> d.findElement(By.tagName("iframe")).getCssValue("width").equals("390px"));

        // 4. Publish, and have the link.
        browser.press("I have the right to publish this content. (Asked once for each site.)");
        browser.pressIn("form[aria-label='Go live']", "Publish 3 files");
        browser.sees("Kite Shop is live, version 1.");
        assertThat(browser.faults()).isEmpty();
        String link = browser.until("the public link", d -> d.findElement(By.partialLinkText("kite-shop")))
                .getAttribute("href");
        browser.open(link);
        browser.sees("Kites");
        browser.press("about");
        browser.sees("About");

        // 5. Go on editing; visitors see nothing of it.
        browser.driver.navigate().back();
        browser.driver.navigate().back();
        browser.press("What");
        browser.until("the file", d -> d.findElement(By.cssSelector("a[href$='path=about.html']")))
                .click();
        browser.until(
                        "the editor",
                        d -> d.findElements(By.cssSelector(".cm-content")).stream()
                                .findFirst()
                                .orElse(null))
                .sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "<p>Open on Sundays</p>");
        browser.press("Save in the draft");
        browser.sees("about.html is saved in the draft");
        ApiClient visitor = harbor.stranger();
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/about.html").text())
                .doesNotContain("Sundays");
        browser.press("The draft");
        browser.choose(
                "Choose a folder",
                site("again", Map.of("kites/index.html", page("Kites and tails"), "kites/new.html", page("New")))
                        .resolve("kites"));
        browser.sees("shall it replace all 3 files");
        browser.press("Add");
        browser.sees("The draft has");
        browser.press("Undo the last change");
        browser.sees("undid: added from a folder");

        // A page is held back from this publish.
        browser.press("New file …");
        browser.fill("New text file", "later.html");
        browser.press("Create file");
        browser.sees("later.html");
        browser.press("Publish 2 changes");
        browser.until("the box", d -> d.findElement(By.cssSelector("[aria-label='Publish later.html']")))
                .click();
        browser.sees("1 change to publish, 1 held back");
        browser.press("Publish 1 change");
        browser.sees("Kite Shop is live, version 2.");
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/about.html").text())
                .contains("Sundays");
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/later.html").status())
                .isEqualTo(404);

        // 6. Down in two clicks, and up again from the same switch.
        browser.menu("Unpublish …");
        browser.sees("Unpublish Kite Shop?");
        browser.sees("kite-shop.harbor.localhost");
        assertThat(browser.faults()).isEmpty();
        browser.press("Unpublish Kite Shop");
        browser.sees("Not live");
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/").status()).isEqualTo(404);
        browser.menu("Put live …");
        browser.press("Put live Kite Shop");
        browser.seesNoMore("Not live");
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/about.html").text())
                .contains("Sundays");

        // 7. Versions: look, name, restore into the draft, put live at once.
        browser.press("Versions");
        browser.until("version 1", d -> d.findElement(By.cssSelector("a[href$='/versions/1']")))
                .click();
        assertThat(browser.inFrame("Version 1: index.html")).contains("Kites");
        browser.fill("Name", "Opening");
        browser.press("Save name and note");
        browser.sees("Version 1 is saved");
        browser.press("Copy into the draft");
        browser.sees("What was in the draft is saved as version 3.");
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/about.html").text())
                .contains("Sundays");
        browser.press("Restore …");
        browser.press("Put version 1 live");
        browser.sees("Version 1 is live");
        assertThat(visitor.visit("kite-shop.harbor.localhost", "/about.html").text())
                .doesNotContain("Sundays");
        assertThat(browser.faults()).isEmpty();
    }

    @Test
    void aBadZipIsRefusedAndAGoodOneFillsTheSameSite() throws IOException {
        ApiClient person = harbor.person();
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.press("New site");
        Path bad = Files.write(folder.resolve("bad.zip"), Zips.of(Map.of("../out.html", "x")));
        browser.choose("Choose a ZIP", bad);
        browser.sees("leads out of the folder");
        browser.sees("still empty");
        Path good = Files.write(folder.resolve("good.zip"), Zips.of(Map.of("z/index.html", page("Zip"))));
        browser.choose("Choose a ZIP", good);
        browser.until(
                "the name of its front page",
                d -> browser.field("Name").getAttribute("value").equals("Kite Shop"));
        assertThat(browser.inFrame("Draft: index.html")).contains("Zip");
        assertThat(person.get("/api/sites").json()).hasSize(1);
    }

    @Test
    void whoeverRestoresOverSomeoneElsesWorkIsToldFirst() {
        ApiClient person = harbor.person();
        String site = person.site("Two people");
        person.putText(site, "index.html", page("one")).is(200);
        person.post("/api/sites/" + site + "/versions", Map.of("name", "Sketch"))
                .is(201);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/sites/" + site + "/what/versions/1");
        assertThat(browser.inFrame("Version 1: index.html")).contains("one");
        person.putText(site, "index.html", page("someone else's work")).is(200);
        browser.press("Copy into the draft");
        browser.sees("changed this draft since you opened it (edited index.html)");
        assertThat(person.get("/api/sites/" + site + "/draft/text?path=index.html")
                        .json()
                        .get("text")
                        .asString())
                .contains("someone else's work");
        browser.press("Go on from the draft as it is now");
        browser.press("Copy into the draft");
        browser.sees("is saved as version 2");
    }

    @Test
    void whoeverIsSignedOutInTheMiddleSignsInAndGoesOn() {
        ApiClient person = harbor.person();
        String site = person.site("Interrupted");
        person.putText(site, "index.html", page("x")).is(200);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/sites/" + site + "/what");
        browser.press("Save a version …");
        browser.fill("Version name (optional)", "half done");
        browser.driver.manage().deleteCookieNamed("harbor-session");
        browser.press("Save version");
        browser.sees("You were signed out");
        browser.fill("Password", ApiClient.PASSWORD);
        browser.press("Sign in");
        browser.seesNoMore("You were signed out");
        assertThat(browser.field("Version name (optional)").getAttribute("value"))
                .isEqualTo("half done");
        browser.press("Save version");
        browser.sees("Saved as version 1");
    }

    @Test
    void whatSomeoneElseDoesIsShownWithoutLoadingThePageAgain() {
        ApiClient person = harbor.person();
        String site = person.site("Followed");
        person.putText(site, "index.html", page("x")).is(200);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/sites/" + site + "/what");
        browser.sees("index.html");
        person.putText(site, "from-elsewhere.html", page("y")).is(200);
        browser.sees("from-elsewhere.html");
        browser.sees("edited from-elsewhere.html");
    }

    @Test
    void aSiteBeginsAsACopyAndIsCalledSomethingElseLater() {
        ApiClient person = harbor.person();
        String site = person.site("Original");
        person.putText(site, "index.html", page("copied")).is(200);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.press("New site");
        browser.press("Begin with no files, or with a copy of a site");
        browser.fill("Name of the site", "Second");
        browser.until("the list", d -> d.findElement(By.xpath("//option[.='Original']")))
                .click();
        browser.press("Create site");
        browser.sees("copied from Original");
        browser.sees("index.html");
        browser.press("Settings of the site");
        browser.fill("What it is called", "Second thoughts");
        browser.press("Save settings");
        browser.until(
                "the new name", d -> d.findElement(By.tagName("h1")).getText().equals("Second thoughts"));
    }

    @Test
    void filesAreRenamedDeletedAndBroughtBackByUndo() {
        ApiClient person = harbor.person();
        String site = person.site("Files");
        person.putText(site, "index.html", page("x")).is(200);
        person.putText(site, "old-name.html", page("y")).is(200);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/sites/" + site + "/what?path=old-name.html");
        browser.press("Rename");
        browser.fill("New path", "folder/new-name.html");
        browser.until("the second button", d -> d.findElement(By.cssSelector("form button[type=submit]")))
                .click();
        browser.sees("new-name.html");
        browser.seesNoMore("old-name.html");
        browser.press("Delete");
        browser.sees("In the draft: deleted ");
        browser.press("Undo");
        browser.sees("undid: deleted folder/new-name.html");
        assertThat(person.get("/api/sites/" + site + "/draft/text?path=folder/new-name.html")
                        .json()
                        .get("text")
                        .asString())
                .contains("<h1>y");
    }

    @Test
    void aScreenThatIsNotThereAndASiteThatIsNotOnesOwnSaySo() {
        ApiClient other = harbor.person();
        String foreign = other.site("Foreign");
        ApiClient person = harbor.person();
        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/sites/" + foreign + "/what");
        browser.sees("This site is not there.");
        assertThat(browser.driver.getPageSource()).doesNotContain("Foreign");
    }

    @Test
    void aWrongIdInTheUrlIsNotFoundAndNeverSomethingElse() {
        ApiClient person = harbor.person();
        String site = person.site("Own");
        person.putText(site, "index.html", page("x")).is(200);
        person.post("/api/sites/" + site + "/versions", Map.of("name", "One")).is(201);
        browser.signIn(person.email(), ApiClient.PASSWORD);
        for (String wrong : List.of(
                "/sites/" + site + "/where/nothing-like-that, This address was not found",
                "/sites/" + site + "/where/redirects/nothing-like-that, This redirect was not found",
                "/sites/" + site + "/where/hosts/nothing-like-that, This destination was not found",
                "/sites/" + site + "/what/versions/99, This version was not found",
                "/domains/nothing-like-that, This domain was not found",
                "/hosts/nothing-like-that, This host was not found",
                "/sites/nothing-like-that/when, This site is not there.",
                "/nothing-like-that, There is no such screen")) {
            browser.open(wrong.split(", ")[0]);
            browser.sees(wrong.split(", ")[1]);
            assertThat(browser.faults()).as(wrong).isEmpty();
        }
    }

    @Test
    void keysLeadEverywhere() {
        browser.signIn("marta@papermoon.example", "moon over the quay");
        browser.press("Papermoon");
        browser.sees("The draft");
        for (List<String> way : List.of(
                List.of("w", "Addresses"),
                List.of("n", "What happened"),
                List.of("o", "Visitors"),
                List.of("p", "to publish"),
                List.of("t", "The draft"),
                List.of("?", "Show these shortcuts"))) {
            browser.driver.findElement(By.tagName("body")).sendKeys(way.get(0));
            browser.sees(way.get(1));
        }
        browser.driver.switchTo().activeElement().sendKeys(Keys.ESCAPE);
        browser.seesNoMore("Show these shortcuts");
        browser.driver.findElement(By.tagName("body")).sendKeys("/");
        browser.fill("A site, screen, page, file, address, domain, host, version, or what to do", "foxglove vers");
        browser.until(
                "the versions of Foxglove first",
                d -> d.findElements(By.cssSelector("[role=option]")).stream()
                        .findFirst()
                        .filter(first -> first.getText().startsWith("Versions Foxglove"))
                        .isPresent());
    }

    /** The screen of the first address of a site. */
    private String firstAddress(String site) {
        browser.open(site + "/where");
        return browser.until(
                        "an address",
                        d -> d.findElements(By.cssSelector("section[aria-label=Addresses] li li a")).stream()
                                .findFirst()
                                .orElse(null))
                .getAttribute("href");
    }

    @Test
    void onAPhoneNothingReachesOverTheEdge() {
        browser.signIn("marta@papermoon.example", "moon over the quay");
        browser.press("Papermoon");
        browser.sees("The draft");
        String papermoon = browser.driver.getCurrentUrl().replaceFirst("/what.*", "");
        browser.driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", 390, "height", 800, "deviceScaleFactor", 1, "mobile", false));
        String address = firstAddress(papermoon);
        for (String path : List.of(address, harbor.officeOrigin() + "/domains", harbor.officeOrigin() + "/practice")) {
            browser.open(path);
            fits(path);
        }
        for (String path :
                List.of("/where", "/what", "/what/look", "/what/review", "/what/versions/3", "/when", "/who")) {
            browser.open(papermoon + path);
            browser.sees("Papermoon");
            fits(path);
        }
        browser.driver.executeCdpCommand("Emulation.clearDeviceMetricsOverride", Map.of());
    }

    private void fits(String path) {
        Object over = browser.until(
                "the screen",
                d -> browser.script(
                        "return document.querySelector('main') && document.documentElement.scrollWidth - window.innerWidth"));
        assertThat(((Number) over).intValue()).as(path).isLessThanOrEqualTo(0);
    }
}
