package evenharbor.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.WebDriverWait;

/**
 * How long a press of a key or a click takes until the browser paints what came of it (Event Timing API), on screens
 * with 500 rows and a processor slowed to a quarter.
 */
final class InteractionBench {

    private static final int ROWS = 500;
    private static final int SLOWED = 4;
    private static final int ROUNDS = 3;
    private static final double LIMIT_MILLIS = 100;
    private static final Duration PATIENCE = Duration.ofSeconds(60);

    /** Notes the longest event of each interaction; keys of one press and clicks share a number. */
    private static final String NOTE = """
            window.interactions = new Map();
            new PerformanceObserver((list) => {
              for (const event of list.getEntries()) {
                if (event.interactionId) {
                  const known = window.interactions.get(event.interactionId) ?? [0, ''];
                  if (event.duration > known[0]) window.interactions.set(event.interactionId, [event.duration, event.name]);
                }
              }
            }).observe({ type: 'event', durationThreshold: 16, buffered: true });
            """;

    private final String origin;
    private final Path folder;
    private final HarborClient harbor;
    private ChromeDriver driver;
    private double worst;
    private String worstOf;

    private InteractionBench(String origin, int visitors, Path folder) throws IOException {
        this.origin = origin;
        this.folder = Files.createDirectories(folder);
        this.harbor = new HarborClient(origin, visitors);
    }

    static List<Row> run(String origin, int visitors, Path folder) throws Exception {
        return new InteractionBench(origin, visitors, folder).run();
    }

    private List<Row> run() throws Exception {
        String site = prepared();
        for (int i = 1; i < ROWS; i++) {
            harbor.site("Site number " + i);
        }
        Map<String, String> screens = new LinkedHashMap<>();
        screens.put("All sites", "/");
        screens.put("files", "/sites/" + site + "/what");
        screens.put("review", "/sites/" + site + "/what/review");
        screens.put("pages", "/sites/" + site + "/what/pages");
        screens.put("findings", "/sites/" + site + "/what/findings");
        screens.put("versions", "/sites/" + site + "/what/versions");
        screens.put("redirects", "/sites/" + site + "/where/redirects");
        screens.put("missed visits", "/sites/" + site + "/where/missed");
        driver = BenchBrowser.open();
        driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", NOTE));
        try {
            signIn();
            List<Row> rows = new ArrayList<>();
            for (Map.Entry<String, String> screen : screens.entrySet()) {
                rows.add(measured(screen.getKey(), screen.getValue()));
            }
            return rows;
        } finally {
            driver.quit();
        }
    }

    /** A site with as many pages, findings, changes, versions, redirects and missed paths as there are rows. */
    private String prepared() throws IOException {
        String site = harbor.site("Many");
        String name = "many" + System.nanoTime();
        harbor.claim(site, name);
        harbor.take(site, zip("first"));
        harbor.publish(site);
        harbor.redirects(site, ROWS);
        for (int i = 0; i < ROWS; i++) {
            harbor.miss(name + ".harbor.localhost", "/never-was-" + i + ".html");
            harbor.putText(site, "note.txt", "note " + i);
            harbor.save(site, "Version number " + i);
        }
        harbor.take(site, zip("second"));
        return site;
    }

    /** Pages of which each has a link to nothing. */
    private Path zip(String words) throws IOException {
        Path zip = folder.resolve(words + ".zip");
        try (OutputStream file = Files.newOutputStream(zip);
                ZipOutputStream out = new ZipOutputStream(file)) {
            for (int i = 0; i < ROWS; i++) {
                out.putNextEntry(new ZipEntry(i == 0 ? "index.html" : "pages/page-" + i + ".html"));
                out.write(("<!doctype html><html lang=en><title>Page " + i + "</title><p>" + words
                                + " <a href=/nowhere-" + i + ".html>a link</a>")
                        .getBytes(StandardCharsets.UTF_8));
                out.closeEntry();
            }
        }
        return zip;
    }

    private void signIn() {
        driver.get(origin + "/sign-in");
        List<WebElement> fields = new WebDriverWait(driver, PATIENCE).until(d -> {
            List<WebElement> all = d.findElements(By.cssSelector("form input"));
            return all.size() == 2 ? all : null;
        });
        fields.get(0).sendKeys(harbor.email());
        fields.get(1).sendKeys(HarborClient.PASSWORD, Keys.ENTER);
        new WebDriverWait(driver, PATIENCE)
                .until(d -> !d.findElements(By.cssSelector("header h1, header button"))
                        .isEmpty());
    }

    /** What the worst took, and which it was. */
    private record Worst(double millis, String what) {}

    /** The median of some rounds: in a single one, something else on the machine may have had its turn. */
    private Row measured(String screen, String path) {
        List<Worst> rounds = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            rounds.add(round(screen, path));
        }
        rounds.sort(Comparator.comparingDouble(Worst::millis));
        Worst median = rounds.get(ROUNDS / 2);
        return Row.atMost(
                "press to paint, " + screen + " with " + ROWS,
                median.millis(),
                LIMIT_MILLIS,
                "ms",
                "worst, at a processor slowed " + SLOWED + " times: " + median.what());
    }

    /** The worst of what a person does on a screen: filter, put in order, go through rows by keys, select some. */
    private Worst round(String screen, String path) {
        driver.executeCdpCommand("Emulation.setCPUThrottlingRate", Map.of("rate", 1));
        driver.get(origin + path);
        new WebDriverWait(driver, PATIENCE)
                .until(d -> d.findElements(By.cssSelector("main li")).size() > 5
                        && d.findElements(By.cssSelector("[data-coming]")).isEmpty());
        driver.executeCdpCommand("Emulation.setCPUThrottlingRate", Map.of("rate", SLOWED));
        settle();
        worst = 0;
        worstOf = "none";
        By filter = By.cssSelector("main input[aria-label^='Filter']");
        if (!driver.findElements(filter).isEmpty()) {
            for (CharSequence typed : List.of("1", "2", Keys.BACK_SPACE, Keys.BACK_SPACE)) {
                step("typing into the filter", () -> driver.findElement(filter).sendKeys(typed));
            }
        }
        By row = By.cssSelector("main li[aria-setsize] a[href], main li a[href]");
        driver.executeScript("arguments[0].focus()", driver.findElement(row));
        for (Keys key : List.of(Keys.ARROW_DOWN, Keys.PAGE_DOWN, Keys.END, Keys.HOME, Keys.TAB)) {
            step(key.name(), () -> new Actions(driver).sendKeys(key).perform());
        }
        if (!screen.equals("All sites")) {
            step("a click on a row", () -> driver.findElements(row).get(2).click());
        }
        return new Worst(worst, worstOf);
    }

    /** Does something, and keeps how long it took if nothing took longer. */
    private void step(String what, Runnable action) {
        driver.executeScript("window.interactions.clear()");
        action.run();
        settle();
        double millis = ((Number) driver.executeScript(
                        "return Math.max(0, ...[...window.interactions.values()].map(([duration]) => duration))"))
                .doubleValue();
        if (millis > worst) {
            worst = millis;
            worstOf = what;
        }
    }

    /** Waits until the browser has painted twice and has nothing to do. */
    private void settle() {
        driver.executeAsyncScript(
                "const done = arguments[arguments.length - 1];"
                        + "requestAnimationFrame(() => requestAnimationFrame(() => requestIdleCallback(() => setTimeout(done, 300))));");
    }
}
