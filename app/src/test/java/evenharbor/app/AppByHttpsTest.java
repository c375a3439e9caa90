package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.SecureVisit;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

/** The application at a name of its own, by HTTPS, through the server that visitors meet. */
class AppByHttpsTest {

    private static final String NAME = "office.harbor.localhost";
    private static final String FORGED = "X-Forwarded-For: 203.0.113.9\r\nX-Forwarded-Proto: http\r\n"
            + "Forwarded: for=203.0.113.9\r\nX-Harbor-Edge: guessed\r\n";

    private final ChildHarbor harbor = TestHarbor.get().childByHttps("byhttps", NAME);

    private String get(String host, String path, String more) {
        try (SecureVisit visit = harbor.secureVisit(host)) {
            return visit.get(path, more);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private boolean answers() {
        try {
            return get(NAME, "/api/health", "").startsWith("HTTP/1.1 200");
        } catch (UncheckedIOException e) {
            return false;
        }
    }

    @Test
    void theApplicationIsReachedByHttpsAtItsOwnName() throws Exception {
        harbor.start();
        try {
            ApiClient here = harbor.client();
            assertThat(here.visit(NAME, "/").status())
                    .as("before there is a certificate")
                    .isIn(503, 301);
            until("a certificate for the application", this::answers);
            String page = get(NAME, "/", FORGED);
            assertThat(page)
                    .contains("<div id=\"root\">")
                    .contains("Strict-Transport-Security: max-age=31536000")
                    .containsPattern("Set-Cookie: XSRF-TOKEN=[^\\r]*; [Ss]ecure");
            assertThat(here.visit(NAME, "/sites/1?a=b").status()).isEqualTo(301);
            assertThat(here.visit(NAME, "/sites/1?a=b").field("Location"))
                    .isEqualTo("https://" + NAME + ":" + harbor.securePort() + "/sites/1?a=b");

            here.openAccount("Owner", "byhttps@test.example");
            here.live("beside");
            assertThat(get("beside.harbor.localhost", "/", "")).doesNotContain("root\">");
            assertThat(get("beside.harbor.localhost", "/api/health", "")).startsWith("HTTP/1.1 404");

            // Who comes past that server is believed nothing.
            HttpResponse<String> direct = HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(harbor.origin() + "/"))
                                    .header("X-Forwarded-For", "203.0.113.9")
                                    .header("X-Forwarded-Proto", "https")
                                    .header("X-Harbor-Edge", "guessed")
                                    .build(),
                            HttpResponse.BodyHandlers.ofString());
            assertThat(direct.headers().allValues("Set-Cookie").toString()).doesNotContainIgnoringCase("secure");
            assertThat(direct.headers().firstValue("Strict-Transport-Security")).isEmpty();
        } finally {
            harbor.kill();
        }
    }
}
