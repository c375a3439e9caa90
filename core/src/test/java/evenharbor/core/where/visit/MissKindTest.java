package evenharbor.core.where.visit;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A person's link is told from a scanner's knock. */
class MissKindTest {

    @ParameterizedTest
    @CsvSource({
        "/seeds/kale, 3, false, false, LINK",
        "/seeds/kale, 0, true, false, LINK",
        "/seeds/kale, 0, false, true, LINK",
        "/seeds/kale, 0, false, false, KNOCK",
        "/a8f3c0, 0, false, false, KNOCK",
        "/.env, 5, false, false, KNOCK",
        "/.git/config, 0, false, false, KNOCK",
        "/old/.hidden/x.html, 2, false, false, KNOCK",
        "/index.php, 4, false, false, KNOCK",
        "/index.php, 4, false, true, LINK",
        "/shop/Admin/Login.aspx, 1, false, false, KNOCK",
        "/backup.zip, 0, false, false, KNOCK",
        "/dump.sql.gz, 1, true, false, KNOCK",
        "/cgi-bin/a, 1, true, false, KNOCK",
        "/a$(id), 1, true, false, KNOCK",
        "/favicon.ico, 9, true, false, BY_ITSELF",
        "/apple-touch-icon-120x120.png, 9, false, false, BY_ITSELF",
        "/.well-known/security.txt, 0, false, false, BY_ITSELF",
        "/robots.txt, 0, false, false, BY_ITSELF",
        "/administration-of-gardens.html, 1, false, false, LINK",
        "/login-in-history.html, 1, false, false, LINK",
        "/talks/php.html, 1, false, false, LINK",
        "/v1.2/notes, 1, false, false, LINK",
        "/, 1, false, false, LINK",
    })
    void requestsAreTold(String path, long browsers, boolean linked, boolean known, MissKind expected) {
        assertThat(MissKind.of(path, browsers, linked, known)).isEqualTo(expected);
    }
}
