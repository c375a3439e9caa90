package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import biweekly.Biweekly;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.SecureVisit;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.practice.authority.Root;
import java.io.IOException;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** HTTPS against the practice authority by ACME, and visitors by real handshakes. */
class HttpsTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();

    @AfterEach
    void mend() {
        owner.put("/api/practice/authority", Map.of("fault", "NONE", "hurried", false))
                .is(200);
    }

    /** Waits until a name is told as secure and visitors find it so: a certificate is told before it is shown. */
    private void untilSecure(String site, String host) {
        until(
                "HTTPS at " + host,
                () -> https(site).path("secure").asBoolean(false)
                        && owner.visit(host, "/").status() == 301);
    }

    private JsonNode https(String site) {
        return owner.get("/api/sites/" + site + "/https").is(200).json().get(0).get("https");
    }

    private String turnOn(String site) {
        String address = owner.where(site).get(0).get("address").get("id").asString();
        owner.post("/api/sites/" + site + "/addresses/" + address + "/https", Map.of())
                .is(202);
        return address;
    }

    @Test
    void anAddressBecomesSecureAndPlainHttpIsSentOn() throws IOException {
        String site = owner.live("secure-one");
        String host = "secure-one.harbor.localhost";
        turnOn(site);
        untilSecure(site, host);
        assertThat(https(site).get("issuer").asString()).isEqualTo("Practice authority");
        try (SecureVisit visit = harbor.secureVisit(host)) {
            assertThat(visit.get("/")).startsWith("HTTP/1.1 200").endsWith("<p>secure-one");
        }
        assertThat(owner.visit(host, "/a?b=c").is(301).field("Location"))
                .isEqualTo("https://" + host + ":" + harbor.securePort() + "/a?b=c");
        assertThat(owner.where(site).get(0).get("address").get("url").asString())
                .isEqualTo("https://" + host + ":" + harbor.securePort() + "/");
        assertThat(harbor.bean(JdbcClient.class)
                        .sql("select count(*) from authority_challenge where name = ?")
                        .param(host)
                        .query(Long.class)
                        .single())
                .as("nothing is shown to authorities any more")
                .isZero();
        owner.delete("/api/certificates/" + host).is(204);
        until("plain HTTP again", () -> owner.visit(host, "/").status() == 200);
        assertThatThrownBy(() -> harbor.secureVisit(host)).isInstanceOf(IOException.class);
        assertThat(https(site).isNull()).isTrue();
    }

    @Test
    void aPassThatWasGivenByHttpsIsSentByHttpsOnly() throws IOException {
        String site = owner.live("secure-some");
        String host = "secure-some.harbor.localhost";
        turnOn(site);
        untilSecure(site, host);
        Map<String, Object> form = new HashMap<>(Map.of("path", "/", "way", "LINK"));
        String link = owner.put("/api/sites/" + site + "/audience/parts", form)
                .is(200)
                .json()
                .get("link")
                .asString();
        assertThat(link).startsWith("https://" + host);
        until("it to be closed", () -> {
            try (SecureVisit visit = harbor.secureVisit(host)) {
                return visit.get("/").startsWith("HTTP/1.1 403");
            }
        });
        try (SecureVisit visit = harbor.secureVisit(host)) {
            assertThat(visit.get("/")).doesNotContain("<p>secure-some");
            String in = visit.get(link.substring(link.indexOf("/?")));
            assertThat(in).startsWith("HTTP/1.1 303").contains("; HttpOnly; SameSite=Lax; Secure");
            String pass = in.replaceFirst("(?s).*Set-Cookie: ([^;]+);.*", "$1");
            String page = visit.get("/", "Cookie: " + pass + "\r\nAccept-Encoding: gzip, br\r\n");
            assertThat(page).startsWith("HTTP/1.1 200").contains("private, no-store");
            assertThat(visit.get("/", "Cookie: " + pass + "x\r\n")).startsWith("HTTP/1.1 403");
        }
        assertThat(owner.visit(host, "/").status()).as("plain HTTP is sent on").isEqualTo(301);
    }

    @Test
    void aNameThatIsGivenUpIsSecureNoMore() {
        String site = owner.live("given-up-quay");
        String host = "given-up-quay.harbor.localhost";
        String address = turnOn(site);
        untilSecure(site, host);
        owner.delete("/api/sites/" + site + "/addresses/" + address).is(200);
        until("its certificate to be shown no more", () -> {
            try (SecureVisit visit = harbor.secureVisit(host)) {
                return visit.certificate().getSubjectAlternativeNames().stream()
                        .noneMatch(name -> host.equals(name.get(1)));
            }
        });
        assertThat(owner.get("/api/certificates").json()).isEmpty();
    }

    private static final String SECURE_PATH = "/api/certificates/";

    @Test
    void eachFaultOfTheAuthorityIsToldApartAndWaitedOut() {
        Map<String, String> kinds = new LinkedHashMap<>();
        kinds.put("DOWN", "AUTHORITY_AWAY");
        kinds.put("RATE_LIMITED", "RATE_LIMITED");
        kinds.put("REFUSES_CAA", "CAA");
        kinds.put("WRONG_CONTENT", "WRONG_CONTENT");
        for (Map.Entry<String, String> each : kinds.entrySet()) {
            owner.put("/api/practice/authority", Map.of("fault", each.getKey(), "hurried", false))
                    .is(200);
            String word = "fault-" + each.getKey().toLowerCase(Locale.ROOT).replace('_', '-');
            String site = owner.live(word);
            turnOn(site);
            until(
                    each.getValue(),
                    () -> !https(site).get("hindrance").isNull()
                            && https(site)
                                    .get("hindrance")
                                    .get("kind")
                                    .asString()
                                    .equals(each.getValue()));
            JsonNode hindrance = https(site).get("hindrance");
            assertThat(hindrance.get("sentence").asString()).endsWith(".").doesNotContain("Exception");
            assertThat(hindrance.get("todo").asString()).isNotEmpty();
            if (each.getValue().equals("RATE_LIMITED")) {
                assertThat(Instant.parse(hindrance.get("again").asString()))
                        .as("the authority's own time is kept to")
                        .isAfter(Instant.parse(hindrance.get("at").asString()).plus(Duration.ofMinutes(59)));
            }
            assertThat(owner.visit(word + ".harbor.localhost", "/").status())
                    .as("plain HTTP goes on")
                    .isEqualTo(200);
        }
    }

    @Test
    void caaRecordsAreLookedAtBeforeAnOrderIsSpent() {
        String site = owner.site("Caa");
        owner.putText(site, "index.html", "<p>caa").is(200);
        String domain = owner.post("/api/domains", Map.of("name", "caa-quay.art.localhost", "firstYear", 1200))
                .is(201)
                .json()
                .get("id")
                .asString();
        owner.claim(site, "caa-quay.art.localhost").is(201);
        owner.publish(site);
        String at = "/api/domains/" + domain + "/zone";
        until(
                "the zone",
                () -> owner.get(at).status() == 200
                        && owner.get(at).json().get("sets").size() == 1);
        caa(at, "0 issue \"other.example\"");
        turnOn(site);
        until("the CAA records to be met", () -> !https(site).get("hindrance").isNull());
        assertThat(https(site).get("hindrance").get("sentence").asString()).contains("name only other.example");
        until("the ladder to say so", () -> owner.where(site).toString().contains("name only other.example"));
        assertThat(harbor.bean(JdbcClient.class)
                        .sql("select count(*) from certificate_order where name = 'caa-quay.art.localhost'")
                        .query(Long.class)
                        .single())
                .isZero();
        caa(at, "0 issue \"authority.localhost\"");
        owner.post(SECURE_PATH + "caa-quay.art.localhost/retries", Map.of()).is(202);
        assertThat(Instant.parse(https(site).get("hindrance").get("again").asString()))
                .as("soon, but not in a hurry")
                .isBefore(Instant.parse(https(site).get("hindrance").get("at").asString())
                        .plus(Duration.ofMinutes(6)));
    }

    private void caa(String zone, String data) {
        JsonNode now = owner.get(zone).json();
        List<Object> sets = new ArrayList<>();
        now.get("sets").forEach(set -> {
            if (!set.get("type").asString().equals("CAA")) {
                sets.add(set);
            }
        });
        sets.add(Map.of("name", "@", "type", "CAA", "ttl", 300, "data", List.of(data)));
        owner.put(
                        zone,
                        Map.of("sets", sets),
                        "If-Match",
                        "\"" + now.get("serial").asLong() + "\"")
                .is(200);
    }

    @Test
    void oneCertificateForAllNamesOfADomainIsHadByARecord() throws IOException {
        String site = owner.site("Wild");
        owner.putText(site, "index.html", "<p>wild").is(200);
        String domain = owner.post("/api/domains", Map.of("name", "wild-quay.art.localhost", "firstYear", 1200))
                .is(201)
                .json()
                .get("id")
                .asString();
        owner.claim(site, "shop.wild-quay.art.localhost").is(201);
        owner.publish(site);
        owner.post("/api/domains/" + domain + "/https", Map.of()).is(202);
        untilSecure(site, "shop.wild-quay.art.localhost");
        try (SecureVisit visit = harbor.secureVisit("shop.wild-quay.art.localhost")) {
            assertThat(visit.get("/")).startsWith("HTTP/1.1 200").endsWith("<p>wild");
        }
        assertThat(https(site).get("name").asString()).isEqualTo("*.wild-quay.art.localhost");
        assertThat(owner.visit("shop.wild-quay.art.localhost", "/").status()).isEqualTo(301);
        assertThat(owner.get("/api/domains/" + domain + "/zone")
                        .json()
                        .get("sets")
                        .toString())
                .as("the record is taken back")
                .doesNotContain("_acme-challenge");
    }

    @Test
    void anAuthorityInAHurryGetsAllRenewedWithConnectionsUntouched() throws IOException {
        String site = owner.live("hurried");
        turnOn(site);
        untilSecure(site, "hurried.harbor.localhost");
        try (SecureVisit visit = harbor.secureVisit("hurried.harbor.localhost")) {
            BigInteger before = visit.certificate().getSerialNumber();
            owner.put("/api/practice/authority", Map.of("fault", "NONE", "hurried", true))
                    .is(200);
            // Advice is asked for every six hours; here it is due at once.
            harbor.bean(JdbcClient.class)
                    .sql("update certificate set next_at = utc_timestamp() where name = 'hurried.harbor.localhost'")
                    .update();
            until("another certificate to be shown", () -> {
                try (SecureVisit fresh = harbor.secureVisit("hurried.harbor.localhost")) {
                    return !fresh.certificate().getSerialNumber().equals(before);
                }
            });
            assertThat(visit.get("/")).startsWith("HTTP/1.1 200");
        }
    }

    @Test
    void thePromiseOfBrowsersIsRaisedAStepAtATimeAndKeepsHttpsOn() throws IOException {
        String site = owner.live("promised");
        String host = "promised.harbor.localhost";
        turnOn(site);
        untilSecure(site, host);
        String at = SECURE_PATH + host + "/hsts";
        owner.put(at, Map.of("step", "WEEK", "subdomains", false)).is(409);
        owner.put(at, Map.of("step", "MINUTES", "subdomains", false)).is(200);
        owner.put(at, Map.of("step", "WEEK", "subdomains", false)).is(409);
        until("the field", () -> {
            try (SecureVisit visit = harbor.secureVisit(host)) {
                return visit.get("/").contains("Strict-Transport-Security: max-age=300\r\n");
            }
        });
        assertThat(owner.visit(host, "/").field("Strict-Transport-Security")).isEmpty();
        assertThat(owner.delete(SECURE_PATH + host).is(409).json().get("detail").asString())
                .contains("Lower that promise", "Nothing was changed");
        owner.put(SECURE_PATH + host + "/https-redirect", Map.of("sendsOn", false))
                .is(409);
        owner.put(at, Map.of("step", "NONE", "subdomains", false)).is(200);
        owner.delete(SECURE_PATH + host).is(409);
        assertThat(https(site).get("hsts").get("owedUntil").isNull()).isFalse();
    }

    @Test
    void pagesThatNameOnesOwnSecureHostsAreMendedAndOthersAreTold() {
        String site = owner.site("Mixed");
        String host = "mixed-quay.harbor.localhost";
        owner.putText(
                        site,
                        "index.html",
                        "<!doctype html>\n<a href='http://" + host
                                + "/x'>x</a>\n<script src='http://others.example/a.js'></script>" + "<img src='http://"
                                + host + "/a.png'>")
                .is(200);
        owner.claim(site, "mixed-quay").is(201);
        owner.publish(site);
        JsonNode outlook =
                owner.get("/api/sites/" + site + "/https/outlook").is(200).json();
        assertThat(outlook.get("findings").findValuesAsString("fate")).containsExactly("BLOCKED", "UPGRADED");
        assertThat(outlook.get("findings").findValuesAsString("own")).containsExactly("false", "true");
        assertThat(outlook.get("findings").get(0).get("line").asInt()).isEqualTo(3);
        turnOn(site);
        until("the page to be mended", () -> {
            try (SecureVisit visit = harbor.secureVisit(host)) {
                return visit.get("/").contains("<a href='https://" + host + ":" + harbor.securePort() + "/x'>");
            } catch (IOException e) {
                return false;
            }
        });
    }

    @Test
    void anotherAccountsHttpsIsNotThereAndKeysNeverComeOut() {
        String site = owner.live("theirs-quay");
        turnOn(site);
        untilSecure(site, "theirs-quay.harbor.localhost");
        ApiClient rival = harbor.person();
        String at = SECURE_PATH + "theirs-quay.harbor.localhost";
        rival.delete(at).is(404);
        rival.put(at + "/hsts", Map.of("step", "MINUTES", "subdomains", false)).is(404);
        rival.get("/api/sites/" + site + "/https").is(404);
        assertThat(rival.get("/api/certificates").json()).isEmpty();
        for (String path :
                List.of("/api/certificates", "/api/sites/" + site + "/https", "/api/sites/" + site + "/where")) {
            assertThat(owner.get(path).text()).doesNotContain("PRIVATE KEY").doesNotContain("privateKey");
        }
        byte[] kept = harbor.bean(JdbcClient.class)
                .sql("select private_key from certificate where name = 'theirs-quay.harbor.localhost'")
                .query(byte[].class)
                .single();
        assertThat(new String(kept, StandardCharsets.ISO_8859_1)).doesNotContain("PRIVATE");
    }

    @Test
    void theCalendarTellsOfRenewalsAndEnds() {
        String site = owner.live("calendar-quay");
        owner.post("/api/domains", Map.of("name", "calendar-quay.art.localhost", "firstYear", 1200))
                .is(201);
        turnOn(site);
        untilSecure(site, "calendar-quay.harbor.localhost");
        String url = owner.get("/api/calendar").is(200).json().get("url").asString();
        ApiClient.Answer read = harbor.stranger().get(url.substring(url.indexOf("/calendar/")));
        assertThat(read.is(200).field("Content-Type")).startsWith("text/calendar");
        assertThat(read.text().replaceAll("\r\n ", ""))
                .startsWith("BEGIN:VCALENDAR\r\n")
                .contains("The certificate of calendar-quay.harbor.localhost renews itself by today")
                .contains("The domain calendar-quay.art.localhost renews itself by today")
                .contains("DTSTART;VALUE=DATE:");
        ICalendar calendar = Biweekly.parse(read.text()).first();
        assertThat(calendar.validate(ICalVersion.V2_0).getWarnings()).isEmpty();
        assertThat(calendar.getEvents()).hasSizeGreaterThan(2);
        harbor.stranger().get("/calendar/guessed.ics").is(404);
    }

    private static Map<String, String> file(String name, String text) {
        return Map.of(
                "name", name, "content", Base64.getEncoder().encodeToString(text.getBytes(StandardCharsets.US_ASCII)));
    }

    private static String pem(String kind, byte[] der) {
        return "-----BEGIN " + kind + "-----\n" + Base64.getMimeEncoder().encodeToString(der) + "\n-----END " + kind
                + "-----\n";
    }

    @Test
    void aBroughtCertificateIsJudgedBeforeAnythingIsStoredAndItsKeyIsSeenNowhere(@TempDir Path folder)
            throws Exception {
        String site = owner.live("brought-quay");
        String host = "brought-quay.harbor.localhost";
        String address = owner.where(site).get(0).get("address").get("id").asString();
        String at = "/api/sites/" + site + "/addresses/" + address + "/brought-certificate";
        KeyPair key = KeyPairGenerator.getInstance("EC").generateKeyPair();
        Instant now = Instant.now();
        List<X509Certificate> chain = new Root(folder, Clock.systemUTC())
                .issue(List.of(host), key.getPublic(), now.minusSeconds(60), now.plus(Duration.ofDays(10)));
        String certificates = pem("CERTIFICATE", chain.get(0).getEncoded())
                + pem("CERTIFICATE", chain.get(1).getEncoded());
        String secret = pem("PRIVATE KEY", key.getPrivate().getEncoded());
        ListAppender<ILoggingEvent> log = new ListAppender<>();
        Logger root = (Logger) LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
        log.start();
        root.addAppender(log);
        try {
            for (List<Map<String, String>> wrong : List.of(
                    List.<Map<String, String>>of(),
                    List.of(file("chain.pem", certificates)),
                    List.of(file("key.pem", secret)),
                    List.of(file("chain.pem", certificates), file("key.pem", secret), file("x.txt", "hello")))) {
                JsonNode problem =
                        owner.post(at, Map.of("files", wrong)).is(400).json();
                assertThat(problem.get("detail").asString()).endsWith("Nothing was stored.");
                assertThat(problem.get("misfits")).isNotEmpty();
                assertThat(https(site).path("own").asBoolean(false)).isFalse();
            }
            owner.post(at, Map.of("files", List.of(Map.of("name", "x", "content", "%%%"))))
                    .is(400);
            String answer = owner.post(
                            at, Map.of("files", List.of(file("key.pem", secret), file("chain.pem", certificates))))
                    .is(200)
                    .text();
            String inside = Base64.getEncoder()
                    .encodeToString(key.getPrivate().getEncoded())
                    .substring(60, 90);
            assertThat(answer).doesNotContain(inside);
            assertThat(log.list).noneMatch(e -> e.getFormattedMessage().contains(inside));
        } finally {
            root.detachAppender(log);
        }
        assertThat(https(site).get("state").asString()).isEqualTo("ENDING");
        assertThat(https(site).get("endsSoon").asBoolean())
                .as("ten days are left")
                .isTrue();
        try (SecureVisit visit = harbor.secureVisit(host, folder.resolve("root.pem"))) {
            assertThat(visit.certificate()).isEqualTo(chain.get(0));
        }
        until(
                "the owner to be warned",
                () -> owner.get("/api/domain-activities").text().contains("does not renew itself")
                        || owner.get("/api/sites/" + site + "/activities")
                                .text()
                                .contains("does not renew itself"));
    }
}
