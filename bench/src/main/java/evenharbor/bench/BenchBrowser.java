package evenharbor.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** A browser without a window and with nothing kept from before. */
final class BenchBrowser {

    private BenchBrowser() {}

    static ChromeDriver open() throws IOException {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--no-first-run",
                "--disable-background-networking",
                "--window-size=1280,800",
                "--user-data-dir=" + Files.createTempDirectory("bench"));
        return new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                        .build(),
                options);
    }
}
