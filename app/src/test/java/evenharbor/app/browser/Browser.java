package evenharbor.app.browser;

import com.deque.html.axecore.results.Results;
import com.deque.html.axecore.results.Rule;
import com.deque.html.axecore.selenium.AxeBuilder;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.openqa.selenium.By;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A real browser, shared by the tests of a class; waits on conditions, never on time. */
final class Browser implements AutoCloseable {

    final ChromeDriver driver;
    private final String origin;

    Browser(String origin) {
        this(origin, Map.of());
    }

    /** A browser that trusts one more authority, as a person would add it to those of their own. */
    static Browser trusting(String origin, Path root) {
        try {
            Path home = Files.createTempDirectory(Path.of("target").toAbsolutePath(), "trusting");
            Path store = Files.createDirectories(home.resolve(".pki/nssdb"));
            run("certutil", "-d", "sql:" + store, "-N", "--empty-password");
            run("certutil", "-d", "sql:" + store, "-A", "-t", "C,,", "-n", "practice", "-i", root.toString());
            return new Browser(origin, Map.of("HOME", home.toString()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void run(String... command) throws IOException {
        Process process = new ProcessBuilder(command).inheritIO().start();
        try {
            if (process.waitFor() != 0) {
                throw new IOException(command[0] + " failed");
            }
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private Browser(String origin, Map<String, String> environment) {
        this.origin = origin;
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--window-size=1280,800",
                "--host-resolver-rules=MAP " + TestHarbor.OFFICE_NAME
                        + " 127.0.0.1, MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost, EXCLUDE *.localhost",
                "--user-data-dir=" + profile());
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                .withEnvironment(environment)
                .build();
        driver = new ChromeDriver(service, options);
    }

    private static String profile() {
        try {
            return Files.createTempDirectory(Path.of("target").toAbsolutePath(), "browser")
                    .toString();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        driver.quit();
    }

    void open(String path) {
        driver.get(path.startsWith("http") ? path : origin + path);
    }

    /** Signs a person in from the start, whoever was signed in before. */
    void signIn(String email, String password) {
        open("/sign-in");
        driver.manage().deleteAllCookies();
        open("/sign-in");
        fill("E-mail", email);
        fill("Password", password);
        press("Sign in");
        sees("All sites");
        mast("Menu");
    }

    void resize(int width, int height) {
        driver.manage().window().setSize(new Dimension(width, height));
    }

    /** Waits until there is an answer that is neither null nor false. */
    <T> T until(String what, Function<WebDriver, T> condition) {
        return new WebDriverWait(driver, Patience.MOST)
                .ignoring(StaleElementReferenceException.class)
                .withMessage(() -> "Waited for " + what + " at " + driver.getCurrentUrl() + "; the page says: "
                        + driver.findElement(By.tagName("body")).getText())
                .until(condition);
    }

    /** Waits until the page says something. */
    void sees(String text) {
        until("“" + text + "”", d -> d.findElement(By.tagName("body")).getText().contains(text));
    }

    void seesNoMore(String text) {
        until(
                "“" + text + "” to go",
                d -> !d.findElement(By.tagName("body")).getText().contains(text));
    }

    /** The button, link or label with this name, once it can be used. */
    WebElement control(String name) {
        return until(
                "control " + name,
                d -> controls(name).stream()
                        .filter(WebElement::isEnabled)
                        .findFirst()
                        .orElse(null));
    }

    /** The buttons, links and labels with this name that stand there now, whether they can be used or not. */
    List<WebElement> controls(String name) {
        String quoted = "\"" + name + "\"";
        By by = By.xpath("//*[self::button or self::a or self::label or self::summary][normalize-space(.)=" + quoted
                + " or @aria-label=" + quoted + "]");
        return driver.findElements(by).stream().filter(WebElement::isDisplayed).toList();
    }

    void press(String name) {
        until("pressing " + name, d -> {
            WebElement control = control(name);
            // What is still on its way cannot be pressed by a person, either.
            if (!control.isEnabled() || "true".equals(control.getAttribute("aria-disabled"))) {
                return false;
            }
            control.click();
            return true;
        });
    }

    /** Presses what has this name within a part of the page, where it stands elsewhere as well. */
    void pressIn(String part, String name) {
        until("pressing " + name + " in " + part, d -> {
            WebElement control = d.findElement(By.cssSelector(part)).findElements(By.tagName("button")).stream()
                    .filter(each -> each.getText().equals(name) && each.isEnabled())
                    .findFirst()
                    .orElse(null);
            if (control == null) {
                return false;
            }
            control.click();
            return true;
        });
    }

    /** A part of the line at the top by the beginning of its name, such as "Menu" of "Menu, 2 new". */
    WebElement mast(String name) {
        By by = By.cssSelector("header [aria-label^=\"" + name + "\"]");
        return until(
                name + " at the top",
                d -> d.findElements(by).stream().findFirst().orElse(null));
    }

    /** Chooses something in the menu at the top. */
    void menu(String item) {
        By by = By.xpath("//*[@role='menuitem'][normalize-space(.)=\"" + item
                + "\" or starts-with(normalize-space(.), \"" + item + "\")]");
        until("the menu with " + item, d -> {
            if (d.findElements(by).isEmpty()) {
                mast("Menu").click();
            }
            return !d.findElements(by).isEmpty();
        });
        until("choosing " + item, d -> {
            d.findElement(by).click();
            return true;
        });
    }

    /** The field with this label. */
    WebElement field(String label) {
        By by = By.xpath("//*[(self::input or self::textarea or self::select) and (@aria-label=\"" + label
                + "\" or @id=//label[normalize-space(.)=\"" + label + "\"]/@for)]");
        return until(
                "field " + label, d -> d.findElements(by).stream().findFirst().orElse(null));
    }

    /** The slider with this label. */
    WebElement slider(String label) {
        By by = By.cssSelector("[role=slider][aria-label=\"" + label + "\"]");
        return until(
                "slider " + label, d -> d.findElements(by).stream().findFirst().orElse(null));
    }

    /** Drags something to the side, by pixels. */
    void drag(WebElement what, int right) {
        new Actions(driver).dragAndDropBy(what, right, 0).perform();
    }

    /** Types, wherever the focus is. */
    void keys(CharSequence... keys) {
        new Actions(driver).sendKeys(keys).perform();
    }

    /** Types into a field, or chooses from a list; again when the field was drawn anew meanwhile. */
    void fill(String label, String text) {
        until("“" + text + "” in " + label, d -> {
            WebElement field = field(label);
            field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text);
            return field.getTagName().equals("select")
                    || text.equals(field(label).getAttribute("value"));
        });
    }

    /** Types where something is edited, before what stands there. */
    void type(By where, String text) {
        WebElement place = until(
                "a place to type",
                d -> d.findElements(where).stream().findFirst().orElse(null));
        place.sendKeys(Keys.chord(Keys.CONTROL, Keys.HOME), text);
    }

    /** Sets a field that is chosen from, or that takes a date, to a value of its own. */
    void set(String label, String value) {
        WebElement field = field(label);
        if (field.getTagName().equals("select")) {
            until(
                    "“" + value + "” to choose in " + label,
                    d -> field(label).findElements(By.cssSelector("option[value=\"" + value + "\"]")).stream()
                            .findFirst()
                            .orElse(null));
            field = field(label);
        }
        script(
                "const kind = arguments[0] instanceof HTMLSelectElement ? HTMLSelectElement : HTMLInputElement;"
                        + "Object.getOwnPropertyDescriptor(kind.prototype, 'value').set.call(arguments[0], arguments[1]);"
                        + "arguments[0].dispatchEvent(new Event('input', { bubbles: true }));"
                        + "arguments[0].dispatchEvent(new Event('change', { bubbles: true }));",
                field,
                value);
    }

    /** Chooses a file in a chooser that is out of sight. */
    void choose(String label, Path... files) {
        WebElement input = until(
                "chooser " + label,
                d -> d.findElements(By.cssSelector("input[type=file][aria-label=\"" + label + "\"]")).stream()
                        .findFirst()
                        .orElse(null));
        input.sendKeys(
                String.join("\n", List.of(files).stream().map(Path::toString).toList()));
    }

    Object script(String script, Object... arguments) {
        return ((JavascriptExecutor) driver).executeScript(script, arguments);
    }

    /** The text of a page shown in a frame with this title; again when the frame was drawn anew meanwhile. */
    String inFrame(String title) {
        By by = By.cssSelector("iframe[title=\"" + title + "\"]");
        return until("text in frame " + title, d -> {
            List<WebElement> frames = d.findElements(by);
            if (frames.isEmpty()) {
                return null;
            }
            try {
                d.switchTo().frame(frames.get(0));
                String text = d.findElement(By.tagName("body")).getText();
                return text.isBlank() ? null : text;
            } finally {
                d.switchTo().defaultContent();
            }
        });
    }

    /** The serious and critical faults that axe finds on the page, in words. */
    List<String> faults() {
        // A toast that is coming or going is half transparent for a moment: it is made to stand.
        script("for (const toast of document.querySelectorAll('[data-sonner-toast], [data-sonner-toast] *')) {"
                + "toast.style.setProperty('transition', 'none', 'important');"
                + "toast.style.setProperty('opacity', '1', 'important'); }");
        Results results = axe().withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze(driver);
        return results.getViolations().stream()
                .filter(rule -> Set.of("serious", "critical").contains(rule.getImpact()))
                .map(Browser::inWords)
                .toList();
    }

    /** Everything that axe finds on the page, also what is a matter of good practice, in words. */
    List<String> allFaults() {
        return axe().analyze(driver).getViolations().stream()
                .map(Browser::inWords)
                .toList();
    }

    /** In its other mode, for frames of other origins, it gives an empty window one second to open, which a busy machine fails. */
    @SuppressWarnings("deprecation")
    private static AxeBuilder axe() {
        return new AxeBuilder().exclude("iframe").setLegacyMode(true);
    }

    private static String inWords(Rule rule) {
        return rule.getId() + ": " + rule.getHelp() + " at "
                + rule.getNodes().stream().map(n -> n.getHtml()).limit(3).toList();
    }
}
