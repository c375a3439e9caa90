package evenharbor.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.io.BaseEncoding;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.core.who.access.OneTimeCodes;
import java.time.Instant;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.virtualauthenticator.HasVirtualAuthenticator;
import org.openqa.selenium.virtualauthenticator.VirtualAuthenticator;
import org.openqa.selenium.virtualauthenticator.VirtualAuthenticatorOptions;

/** One's own account, through the interface: a passkey, a second factor, a forgotten password. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AccountWayTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private Browser browser;
    private VirtualAuthenticator device;

    @BeforeAll
    void open() {
        browser = new Browser(harbor.origin());
        device = ((HasVirtualAuthenticator) browser.driver)
                .addVirtualAuthenticator(new VirtualAuthenticatorOptions()
                        .setProtocol(VirtualAuthenticatorOptions.Protocol.CTAP2)
                        .setTransport(VirtualAuthenticatorOptions.Transport.INTERNAL)
                        .setHasResidentKey(true)
                        .setHasUserVerification(true)
                        .setIsUserVerified(true));
        browser.signIn(person.email(), ApiClient.PASSWORD);
    }

    @AfterAll
    void close() {
        browser.close();
    }

    private WebElement within(String section, String path) {
        By by = By.xpath("//section[@aria-labelledby='" + section + "']" + path);
        return browser.until(
                path + " in " + section,
                d -> d.findElements(by).stream().findFirst().orElse(null));
    }

    private void signOut() {
        browser.open("/sign-in");
        browser.driver.manage().deleteAllCookies();
        browser.open("/sign-in");
    }

    @Test
    void aPasskeySignsInAndAnotherDevicesDoesNot() {
        browser.open("/account");
        browser.press("Add a passkey …");
        browser.fill("Name, such as “my phone”", "the blue key");
        within("passkeys", "//input[@type='password']").sendKeys(ApiClient.PASSWORD);
        browser.press("Add the passkey");
        browser.sees("You can sign in with the blue key now");
        assertThat(device.getCredentials()).hasSize(1);
        assertThat(browser.faults()).isEmpty();

        signOut();
        assertThat(browser.faults()).isEmpty();
        browser.press("Use a passkey");
        browser.sees("All sites");
        browser.control("New site");

        signOut();
        device.setUserVerified(false);
        browser.press("Use a passkey");
        browser.sees("Nothing was changed");
        device.setUserVerified(true);

        browser.signIn(person.email(), ApiClient.PASSWORD);
        browser.open("/account");
        browser.press("Remove the passkey the blue key");
        browser.sees("Removed: it can no longer sign in");
        signOut();
        browser.press("Use a passkey");
        browser.sees("This passkey was not accepted");
        Mailbox.of(person.email()).mail("You removed the passkey the blue key");
    }

    @Test
    void aSecondFactorAndAForgottenPassword() {
        ApiClient other = harbor.person();
        browser.signIn(other.email(), ApiClient.PASSWORD);
        browser.open("/account");
        within("factor", "//input[@type='password']").sendKeys(ApiClient.PASSWORD);
        browser.press("Set up a second factor …");
        browser.sees("Or type this there:");
        String secret = within("factor", "//p/span[contains(@class,'mono')]").getText();
        assertThat(browser.faults()).isEmpty();
        browser.fill(
                "The code it shows",
                OneTimeCodes.code(
                        BaseEncoding.base32().decode(secret), Instant.now().getEpochSecond() / 30));
        browser.press("Turn it on");
        browser.sees("keep these on paper");
        String onPaper = within("factor", "//ul[contains(@class,'mono')]/li").getText();
        assertThat(browser.faults()).isEmpty();

        signOut();
        browser.press("Forgot your password?");
        browser.fill("E-mail", other.email());
        browser.press("Mail me a link");
        browser.sees("a mail with a link is on its way");
        browser.open(Mailbox.of(other.email()).link("/recovery/"));
        browser.fill("New password", "tall ships leave at noon");
        browser.fill("The code that your device shows, or one on paper", onPaper);
        assertThat(browser.faults()).isEmpty();
        browser.press("Set the password");
        browser.sees("The password is set");

        browser.fill("E-mail", other.email());
        browser.fill("Password", "tall ships leave at noon");
        browser.press("Sign in");
        browser.fill(
                "The code that your device shows, or one on paper",
                OneTimeCodes.code(
                        BaseEncoding.base32().decode(secret), Instant.now().getEpochSecond() / 30 + 1));
        browser.press("Sign in");
        browser.sees("All sites");
    }
}
