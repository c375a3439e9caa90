package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.FieldSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.By;
import org.openqa.selenium.OutputType;

/**
 * Every screen of the demo, held against all rules of axe and against what no rule of axe covers, at day and at night,
 * narrow, wide and enlarged. In the tests each screen is looked at in some of these ways, and each way is taken for
 * some screens; `./harbor face` takes all ways for all screens, and keeps a picture of each.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class EveryScreenTest {

    /** How a screen is looked at. @param scale how much it is enlarged: 2 is 200 % */
    record Way(int width, int scale, boolean night) {

        @Override
        public String toString() {
            return width + (night ? "-night" : "-day") + (scale == 1 ? "" : "-" + scale * 100);
        }
    }

    private static final List<Way> WAYS = List.of(
            new Way(1280, 1, false),
            new Way(390, 1, true),
            new Way(1280, 2, false),
            new Way(1280, 1, true),
            new Way(390, 1, false),
            new Way(1920, 1, true),
            new Way(1920, 1, false),
            new Way(1280, 2, true));

    /** In how many ways each screen is looked at where all of them would take too long. */
    private static final int FEW = 1;

    private static final boolean ALL = Boolean.getBoolean("harbor.face");

    /** What each screen says once it is there, by its path; {papermoon} and the like are ids. */
    private static final List<Map.Entry<String, String>> SCREENS = List.of(
            Map.entry("/", "Papermoon"),
            Map.entry("/domains", "papermoon.art"),
            Map.entry("/hosts", "Add a host"),
            Map.entry("/costs", "in the year to come"),
            Map.entry("/notices", "Notices"),
            Map.entry("/account", "Passkeys"),
            Map.entry("/account/api", "The API"),
            Map.entry("/account/messages", "Messages"),
            Map.entry("/new", "New site"),
            Map.entry("/practice", "Practice harbor"),
            Map.entry("/practice/mail", "Mail"),
            Map.entry("/sites/{Papermoon}/where", "papermoon.art"),
            Map.entry("/sites/{Papermoon}/where/new", "Address"),
            Map.entry("/sites/{Papermoon}/where/redirects", "Redirects"),
            Map.entry("/sites/{Papermoon}/where/redirects/new", "Old path"),
            Map.entry("/sites/{Papermoon}/where/visits", "Visits"),
            Map.entry("/sites/{Papermoon}/where/missed", "Missed"),
            Map.entry("/sites/{Papermoon}/where/hosts", "Hosts"),
            Map.entry("/sites/{Papermoon}/where/share", "A mail"),
            Map.entry("/sites/{Foxglove}/where", "does not work since"),
            Map.entry("/sites/{Papermoon}/what", "The draft"),
            Map.entry("/sites/{Papermoon}/what?path=index.html", "Save in the draft"),
            Map.entry("/sites/{Papermoon}/what/pages", "Title"),
            Map.entry("/sites/{Papermoon}/what/replace", "Replace"),
            Map.entry("/sites/{Papermoon}/what/about", "About"),
            Map.entry("/sites/{Papermoon}/what/findings", "Findings"),
            Map.entry("/sites/{Papermoon}/what/look", "Preview"),
            Map.entry("/sites/{Papermoon}/what/review", "Publish"),
            Map.entry("/sites/{Foxglove}/what/reviews", "Review"),
            Map.entry("/sites/{Papermoon}/what/versions", "Version"),
            Map.entry("/sites/{Papermoon}/what/versions/find", "Find"),
            Map.entry("/sites/{Papermoon}/what/versions/compare", "Swap"),
            Map.entry("/sites/{Papermoon}/what/versions/history", "version"),
            Map.entry("/sites/{Papermoon}/what/sftp", "SFTP"),
            Map.entry("/sites/{Papermoon}/when", "What happened"),
            Map.entry("/sites/{Papermoon}/who", "Who"),
            Map.entry("/sites/{Foxglove}/nowhere", "There is no such screen"));

    private final TestHarbor harbor = TestHarbor.get();
    private Browser browser;
    private String judge;
    private final Map<String, String> sites = new HashMap<>();

    @BeforeAll
    void open() throws IOException {
        browser = new Browser(harbor.origin());
        judge = resource("judge-screen.js");
        browser.driver.executeCdpCommand(
                "Page.addScriptToEvaluateOnNewDocument", Map.of("source", resource("note-shifts.js")));
        browser.signIn("marta@papermoon.example", "moon over the quay");
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private static String resource(String name) throws IOException {
        try (var in = EveryScreenTest.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private void look(Way way) {
        browser.driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of(
                        "width",
                        way.width() / way.scale(),
                        "height",
                        800 / way.scale(),
                        "deviceScaleFactor",
                        way.scale(),
                        "mobile",
                        false));
        browser.script("document.documentElement.dataset.theme = arguments[0]", way.night() ? "night" : "light");
    }

    private String path(String screen) {
        int begin = screen.indexOf('{');
        if (begin < 0) {
            return screen;
        }
        int end = screen.indexOf('}');
        String site = sites.computeIfAbsent(screen.substring(begin + 1, end), this::site);
        return site + screen.substring(end + 1);
    }

    private String site(String name) {
        browser.open("/");
        return browser.until(
                        name,
                        d -> d.findElements(By.xpath("//main//a[normalize-space(.)='" + name + "']")).stream()
                                .findFirst()
                                .orElse(null))
                .getAttribute("href");
    }

    private static final List<String> LONG = List.of(
            "",
            "/where",
            "/where/redirects",
            "/where/hosts",
            "/what",
            "/what/review",
            "/what/pages",
            "/what/findings",
            "/what/versions",
            "/what/about",
            "/when",
            "/who");

    private static final List<Integer> NUMBERS =
            IntStream.range(0, SCREENS.size()).boxed().toList();

    @ParameterizedTest
    @FieldSource("NUMBERS")
    void isAsItShouldBe(int number) throws IOException {
        Map.Entry<String, String> screen = SCREENS.get(number);
        String path = path(screen.getKey());
        List<String> faults = new ArrayList<>();
        for (int n = 0; n < (ALL ? WAYS.size() : FEW); n++) {
            Way way = WAYS.get((number * FEW + n) % WAYS.size());
            look(way);
            if (n == 0) {
                browser.open(path);
                look(way);
                browser.sees(screen.getValue());
                browser.seesNoMore("Loading …");
            }
            browser.allFaults().forEach(fault -> faults.add(way + ": " + fault));
            ((List<?>) browser.script(judge)).forEach(fault -> faults.add(way + ": " + fault));
            if (ALL) {
                keep(screen.getKey(), way);
            }
        }
        assertThat(faults).as(screen.getKey()).isEmpty();
    }

    /** What people call their things keeps to its place, however long, and without a place to break it. */
    @ParameterizedTest
    @ValueSource(ints = {390, 1280})
    void longNamesKeepToTheirPlaces(int width) {
        String name = "TheCompanyForTheCareOfClocksBarometersAndOtherInstrumentsOfTheHarbour";
        ApiClient person = harbor.person();
        String site = person.site(name);
        String page = "a-folder-with-a-rather-long-name/the-page-about-the-barometers-of-the-harbour-master.html";
        person.putText(site, "index.html", "<title>" + name + "</title><a href=/" + page + ">a</a><a href=/none>b</a>")
                .is(200);
        person.putText(site, page, "<title>" + name + "</title>").is(200);
        person.claim(site, "thecompanyforthecareofclocksbarometersandinstruments" + width)
                .is(201);
        person.publish(site);
        person.putText(site, "index.html", "<title>" + name + "</title>").is(200);
        try (Browser own = new Browser(harbor.origin())) {
            own.signIn(person.email(), ApiClient.PASSWORD);
            List<String> faults = new ArrayList<>();
            for (String path : LONG) {
                own.open(path.isEmpty() ? "/" : "/sites/" + site + path);
                own.driver.executeCdpCommand(
                        "Emulation.setDeviceMetricsOverride",
                        Map.of("width", width, "height", 800, "deviceScaleFactor", 1, "mobile", false));
                own.seesNoMore("Loading …");
                ((List<?>) own.script(judge))
                        .stream()
                                .map(Object::toString)
                                .filter(fault -> fault.startsWith("wider"))
                                .forEach(fault -> faults.add(path + ": " + fault));
            }
            assertThat(faults).isEmpty();
        }
    }

    private void keep(String screen, Way way) throws IOException {
        Path folder = Files.createDirectories(Path.of("target", "face"));
        String name = screen.replaceAll("[{}]", "").replaceAll("[^A-Za-z]+", "-") + "-" + way + ".png";
        Files.write(folder.resolve(name), browser.driver.getScreenshotAs(OutputType.BYTES));
    }

    @Test
    void whereOnlyAPersonsOwnColoursAreShownTheCurrentOneIsStillTold() {
        look(WAYS.get(0));
        browser.open(path("/sites/{Papermoon}/where"));
        browser.sees("papermoon.art");
        browser.driver.executeCdpCommand(
                "Emulation.setEmulatedMedia",
                Map.of("features", List.of(Map.of("name", "forced-colors", "value", "active"))));
        try {
            assertThat((List<?>) browser.script("return [...document.querySelectorAll('nav a')].filter(link =>"
                            + " (getComputedStyle(link).outlineStyle === 'solid') !== (link.ariaCurrent === 'page'))"
                            + ".map(link => link.textContent)"))
                    .isEmpty();
            assertThat((String) browser.script(
                            "return getComputedStyle(document.querySelector('nav a[aria-current=page]')).outlineStyle"))
                    .isEqualTo("solid");
        } finally {
            browser.driver.executeCdpCommand("Emulation.setEmulatedMedia", Map.of("features", List.of()));
        }
    }

    @Test
    void theReadersOwnSizeOfLettersIsKept() throws IOException {
        look(WAYS.get(0));
        browser.open("/");
        browser.sees("Papermoon");
        assertThat(Files.readString(Path.of("..", "web", "src", "app", "style.css")))
                .as("sizes that no reader can change")
                .doesNotContainPattern("font-size: *[0-9.]+px");
        browser.driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", 1280, "height", 800, "deviceScaleFactor", 1, "mobile", false));
        browser.script("const own = document.createElement('style'); own.id = 'own';"
                + "own.textContent = ':root { font-size: 140% !important }'; document.head.append(own);");
        // The letters were not so large from the start: what moves then has no other cause.
        assertThat((List<?>) browser.script(judge))
                .filteredOn(fault -> !fault.toString().startsWith("jumps"))
                .isEmpty();
    }
}
