package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** All sites of an account at once: the same that each says by itself, at a price that does not grow with their number. */
class OverviewTest {

    private static final Pattern COUNT = Pattern.compile("desc=\"(\\d+) statement");

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final JdbcTemplate db = harbor.bean(JdbcTemplate.class);

    private String liveSite(String title) {
        String site = person.site(title);
        person.putText(site, "index.html", "<p>" + title).is(200);
        person.claim(site, "ov" + site.substring(0, 8).toLowerCase()).is(201);
        person.publish(site);
        return site;
    }

    /** The fewest of several: what is held in memory is read anew now and then, once for everybody. */
    private int statements() {
        int fewest = Integer.MAX_VALUE;
        for (int i = 0; i < 4; i++) {
            Matcher said = COUNT.matcher(person.get("/api/sites").is(200).field("Server-Timing"));
            assertThat(said.find()).isTrue();
            fewest = Math.min(fewest, Integer.parseInt(said.group(1)));
        }
        return fewest;
    }

    @Test
    void allSitesTakeAsManyStatementsAsFew() {
        for (int i = 0; i < 2; i++) {
            liveSite("Site " + i);
        }
        int few = statements();
        for (int i = 2; i < 12; i++) {
            liveSite("Site " + i);
        }
        assertThat(statements()).isEqualTo(few).isLessThanOrEqualTo(12);
    }

    /** The number would tell a stranger what is there, such as whether somebody signs in with an e-mail. */
    @Test
    void strangersAreToldNoCount() {
        ApiClient stranger = harbor.stranger();
        assertThat(stranger.get("/api/session").field("Server-Timing")).isEmpty();
        ApiClient.Answer refused = stranger.signIn("nobody@test.example", "guessed");
        assertThat(refused.status()).isEqualTo(401);
        assertThat(refused.field("Server-Timing")).isEmpty();
        assertThat(person.get("/api/sites/nowhere").is(404).field("Server-Timing"))
                .isEmpty();
        assertThat(person.get("/api/sites").field("Server-Timing")).isNotEmpty();
    }

    private JsonNode lane(String query, String site) {
        for (JsonNode lane : person.get("/api/sites" + query).is(200).json()) {
            if (lane.get("site").get("id").asString().equals(site)) {
                return lane;
            }
        }
        throw new AssertionError("No lane of " + site);
    }

    @Test
    void aListSaysOfEachSiteWhatItSaysByItself() {
        List<String> sites = new ArrayList<>(List.of(person.site("Empty"), liveSite("Plain")));
        String planned = liveSite("Planned");
        person.post(
                        "/api/sites/" + planned + "/plans",
                        Map.of(
                                "kind",
                                "TAKE_DOWN",
                                "redirects",
                                false,
                                "everywhere",
                                false,
                                "starts",
                                now().plusDays(3)
                                        .truncatedTo(ChronoUnit.MINUTES)
                                        .toString(),
                                "zone",
                                "UTC",
                                "second",
                                false))
                .is(201);
        String closed = liveSite("Closed");
        person.put(
                        "/api/sites/" + closed + "/closure",
                        Map.of(
                                "kind", "WORDS",
                                "title", "Back soon",
                                "text", "We paint the stage.",
                                "target", "",
                                "paths", List.of(),
                                "zone", "UTC"))
                .is(200);
        String changed = liveSite("Changed");
        person.putText(changed, "more.html", "<p>more").is(200);
        String missing = liveSite("Missed");
        db.update(
                "insert into missed_visit (site_id, path, day, count, browsers, last_at) values (?, '/old.html', ?, 7, 5, ?),"
                        + " (?, '/not-told.html', ?, 3, 3, ?), (?, '/index.html', ?, 2, 2, ?)",
                missing,
                today(),
                now(),
                missing,
                today(),
                now(),
                missing,
                today(),
                now());
        db.update("insert into missed_ignored (site_id, path, under, at) values (?, '/not-', true, ?)", missing, now());
        sites.addAll(List.of(planned, closed, changed, missing));
        for (String site : sites) {
            JsonNode alone = person.get("/api/sites/" + site).is(200).json();
            assertThat(lane("", site).get("site")).isEqualTo(alone);
            assertThat(person.get("/api/sites/" + site + "/past").is(200).json().get("site"))
                    .isEqualTo(alone);
        }
        assertThat(lane("", missing).get("site").get("missedVisits").asInt()).isEqualTo(7);
        assertThat(lane("", changed).get("site").get("changes").asInt()).isEqualTo(1);
        assertThat(lane("", planned).get("ahead")).hasSize(1);
        assertThat(lane("?ahead=2", planned).get("ahead")).isEmpty();
        assertThat(lane("", closed).get("closures")).hasSize(1);
        assertThat(lane("", closed).get("site").get("state").asString()).isEqualTo("CLOSED");
    }

    @Test
    void thePastIsToldAsFarBackAsAskedFor() {
        String site = liveSite("Old");
        person.putText(site, "index.html", "<p>newer").is(200);
        person.publish(site);
        LocalDateTime then = now().minusDays(500);
        db.update(
                "update version set created_at = ?, published_at = ? where site_id = ? and number = 1",
                then,
                then,
                site);
        db.update(
                "update live_span set from_at = ?, until_at = ? where site_id = ? and version = 1",
                then,
                then.plusDays(3),
                site);
        JsonNode year = lane("", site);
        assertThat(year.get("notches")).hasSize(1);
        assertThat(year.get("spans")).hasSize(1);
        JsonNode more = lane("?back=600", site);
        assertThat(more.get("notches")).hasSize(2);
        assertThat(more.get("spans")).hasSize(2);
        assertThat(Instant.parse(more.get("toldFrom").asString()))
                .isBefore(Instant.parse(year.get("toldFrom").asString()));
    }

    private LocalDateTime now() {
        return LocalDateTime.ofInstant(harbor.bean(Clock.class).instant(), ZoneOffset.UTC);
    }

    private LocalDate today() {
        return now().toLocalDate();
    }
}
