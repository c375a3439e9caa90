package evenharbor.bench;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.support.ui.WebDriverWait;

/** The first screen in a browser with nothing in its cache. */
final class FirstLoadBench {

    private FirstLoadBench() {}

    static List<Row> run(String origin) throws Exception {
        ChromeDriver driver = BenchBrowser.open();
        try {
            driver.get("about:blank");
            driver.executeCdpCommand("Network.enable", Map.of());
            driver.executeCdpCommand("Network.clearBrowserCache", Map.of());
            driver.executeCdpCommand("Page.enable", Map.of());
            driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", """
                    new MutationObserver(() => {
                      if (!window.ready && document.querySelector('button[type=submit]')) {
                        window.ready = true;
                        requestAnimationFrame(() => setTimeout(() => { window.usableAt = performance.now(); }, 0));
                      }
                    }).observe(document, { childList: true, subtree: true });
                    """));
            driver.get(origin + "/sign-in");
            new WebDriverWait(driver, Duration.ofSeconds(20))
                    .until(d -> !d.findElements(By.cssSelector("button[type=submit]"))
                                    .isEmpty()
                            && driver.executeScript("return window.usableAt") != null);
            Number usable = (Number) driver.executeScript("return window.usableAt");
            Number bytes = (Number) driver.executeScript(
                    "return performance.getEntriesByType('resource').filter(r => /\\.(js|css)$/.test(r.name))"
                            + ".reduce((sum, r) => sum + r.encodedBodySize, 0)");
            return List.of(
                    Row.atMost(
                            "first screen usable, cold cache", usable.doubleValue() / 1000, 1.5, "s", "sign-in form"),
                    Row.atMost(
                            "scripts and styles of the first screen",
                            bytes.doubleValue() / 1000,
                            300,
                            "KB",
                            "as sent"));
        } finally {
            driver.quit();
        }
    }
}
