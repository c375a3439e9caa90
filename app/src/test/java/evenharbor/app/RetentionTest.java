package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.when.retention.ContentCleanUp;
import evenharbor.app.when.retention.Retention;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Versions are cleaned up as the rule says, and told ahead; contents go once nothing refers to them, and no sooner. */
class RetentionTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final JdbcTemplate db = harbor.bean(JdbcTemplate.class);
    private final Retention retention = harbor.bean(Retention.class);
    private String site;
    private String host;
    private Set<Path> before;

    @BeforeEach
    void aSite() throws IOException {
        before = contents();
        site = person.site("Kept");
        String name = "kept" + site.substring(0, 6).toLowerCase();
        host = name + ".harbor.localhost";
        person.claim(site, name).is(201);
    }

    private String at(String path) {
        return "/api/sites/" + site + path;
    }

    private String page(int version) {
        return "<p>version " + version + " of " + site + "<link rel=stylesheet href=style.css>";
    }

    private void publishVersions(int many) {
        for (int i = 1; i <= many; i++) {
            person.putText(site, "style.css", "p { margin: " + i + "px } /* " + site + " */")
                    .is(200);
            person.putText(site, "index.html", page(i)).is(200);
            person.publish(site);
        }
    }

    private void madeDaysAgo(int number, double days) {
        db.update(
                "update version set created_at = ? where site_id = ? and number = ?",
                LocalDateTime.now(ZoneOffset.UTC).minusMinutes((long) (days * 24 * 60)),
                site,
                number);
    }

    private Set<Integer> numbers() {
        Set<Integer> numbers = new HashSet<>();
        person.get(at("/versions"))
                .is(200)
                .json()
                .forEach(v -> numbers.add(v.get("number").asInt()));
        return numbers;
    }

    private Set<Integer> due() {
        Set<Integer> due = new HashSet<>();
        person.get("/api/retention")
                .is(200)
                .json()
                .get("due")
                .forEach(v -> due.add(v.get("number").asInt()));
        return due;
    }

    private void noticePasses() {
        db.update(
                "update version set due_at = ? where site_id = ? and due_at is not null",
                LocalDateTime.now(ZoneOffset.UTC).minusMinutes(1),
                site);
        retention.cleanUp();
    }

    private static Map<String, Object> rule(int all, int daily, int weekly, Integer monthly) {
        Map<String, Object> rule = new HashMap<>(Map.of("all", all, "daily", daily, "weekly", weekly, "zone", "UTC"));
        rule.put("monthly", monthly);
        return rule;
    }

    @Test
    void whatTheRuleDropsIsToldAheadAndCanBeKeptUntilThen() {
        publishVersions(7);
        for (int number = 1; number <= 6; number++) {
            madeDaysAgo(number, 40 + 0.001 * (7 - number));
        }
        retention.cleanUp();
        // Of a day forty days ago the last one stays.
        assertThat(due()).containsExactlyInAnyOrder(1, 2, 3, 4, 5);
        JsonNode first = person.get(at("/versions")).json().get(6);
        assertThat(Instant.parse(first.get("dueAt").asString()))
                .isAfter(Instant.now().plus(Duration.ofDays(6)));
        assertThat(first.get("alone").asLong()).isPositive();
        person.ask(
                        "PATCH",
                        at("/versions/1"),
                        "{\"name\":\"\",\"note\":\"\",\"kept\":true}".getBytes(),
                        "application/json")
                .is(200);
        person.ask(
                        "PATCH",
                        at("/versions/2"),
                        "{\"name\":\"Winter\",\"note\":\"\",\"kept\":false}".getBytes(),
                        "application/json")
                .is(200);
        person.claim(site, "trial" + site.substring(0, 6).toLowerCase(), "TRIAL", "")
                .is(201);
        db.update("update site_address set trial_version = 3 where site_id = ? and role = 'TRIAL'", site);
        Map<String, Object> plan = new HashMap<>(Map.of(
                "kind",
                "GO_LIVE",
                "version",
                4,
                "redirects",
                false,
                "everywhere",
                false,
                "second",
                false,
                "zone",
                "UTC"));
        plan.put(
                "starts",
                LocalDateTime.now(ZoneOffset.UTC).plusDays(2).withNano(0).toString());
        person.post(at("/plans"), plan).is(201);
        noticePasses();
        assertThat(numbers()).containsExactlyInAnyOrder(1, 2, 3, 4, 6, 7);
        person.get(at("/versions/5/zip")).is(404);
        db.update("update site_address set trial_version = 5 where site_id = ? and role = 'TRIAL'", site);
        person.putText(site, "index.html", "<p>a draft that nobody is to see").is(200);
        person.publish(site);
        assertThat(person.visit("trial" + host.substring("kept".length()), "/").status())
                .as("a version that is gone is shown to nobody, nor is the draft in its place")
                .isEqualTo(404);
        assertThat(person.publish(site)).as("its number stays taken").isEqualTo(9);
    }

    @Test
    void theRuleIsTheAccountsOwnAndHoldsAtOnce() {
        publishVersions(3);
        madeDaysAgo(1, 3.5);
        madeDaysAgo(2, 3.4);
        retention.cleanUp();
        assertThat(due()).isEmpty();
        person.put("/api/retention", rule(5, 4, 6, null)).is(400);
        person.put("/api/retention", Map.of("all", 1, "daily", 1, "weekly", 1, "zone", "Nowhere/Land"))
                .is(400);
        JsonNode now = person.put("/api/retention", rule(1, 1, 2, 3)).is(200).json();
        assertThat(now.get("rule").get("monthly").asInt()).isEqualTo(3);
        assertThat(due()).containsExactlyInAnyOrder(1, 2);
        person.put("/api/retention", rule(30, 90, 365, null)).is(200);
        assertThat(due()).isEmpty();
        assertThat(harbor.person()
                        .get("/api/retention")
                        .json()
                        .get("rule")
                        .get("all")
                        .asInt())
                .isEqualTo(30);
    }

    private Set<Path> contents() throws IOException {
        try (Stream<Path> all = Files.walk(harbor.home().resolve("blobs"))) {
            return new HashSet<>(all.filter(Files::isRegularFile).toList());
        }
    }

    /** All that came since the test began is old now. */
    private List<Path> age() throws IOException {
        List<Path> fresh = new ArrayList<>(contents());
        fresh.removeAll(before);
        for (Path file : fresh) {
            Files.setLastModifiedTime(file, FileTime.from(Instant.now().minus(Duration.ofDays(3))));
        }
        return fresh;
    }

    @Test
    void whatAnythingRefersToStaysAndTheRestGoes() throws IOException {
        publishVersions(3);
        RedirectApi.add(person, site, "/old.html", "/index.html");
        person.post(at("/redirects/live"), Map.of()).is(200);
        person.claim(site, host + "/under/").is(201);
        person.putText(site, "notice.html", "<p>closed " + site).is(200);
        person.publish(site);
        person.put(
                        at("/closure"),
                        Map.of(
                                "paths",
                                Set.of("/shop/"),
                                "kind",
                                "PAGE",
                                "title",
                                "",
                                "text",
                                "",
                                "target",
                                "notice.html",
                                "zone",
                                "UTC"))
                .is(200);
        person.putText(site, "index.html", "<p>nobody ever sees this " + site).is(200);
        person.putText(site, "index.html", "<p>nor this " + site).is(200);
        person.putText(site, "index.html", "<p>the draft of " + site).is(200);
        person.putText(site, "about.html", "<p>one more change of " + site).is(200);
        int held = age().size();
        Blobs.Swept swept = harbor.bean(ContentCleanUp.class).sweep().orElseThrow();
        // Two texts, and the manifests of drafts and builds that led to them.
        assertThat(swept.removed()).isGreaterThanOrEqualTo(4);
        assertThat(contents().size() - before.size()).isEqualTo(held - (int) swept.removed());

        assertThat(person.visit(host, "/").text()).contains("version 3 of");
        assertThat(person.visit(host, "/under/").status()).isEqualTo(200);
        assertThat(person.visit(host, "/old.html").status()).isEqualTo(301);
        assertThat(person.visit(host, "/shop/hat.html").text()).contains("closed " + site);
        for (int number = 1; number <= 4; number++) {
            person.get(at("/versions/" + number + "/zip")).is(200);
            assertThat(person.put(at("/live/version"), Map.of("version", number, "redirects", true))
                            .is(200)
                            .json()
                            .get("version")
                            .asInt())
                    .isEqualTo(number);
            assertThat(person.visit(host, "/").text()).contains("version " + Math.min(number, 3) + " of");
        }
        person.post(at("/draft/undo"), Map.of()).is(200);
        person.publish(site);
        assertThat(person.visit(host, "/").text()).contains("the draft of");

        // A version that is gone lets go of what it alone held.
        db.update("update version set gone_at = now(6) where site_id = ? and number = 1", site);
        age();
        assertThat(harbor.bean(ContentCleanUp.class).sweep().orElseThrow().removed())
                .isGreaterThanOrEqualTo(2);
        assertThat(person.visit(host, "/").text()).contains("the draft of");
    }
}
