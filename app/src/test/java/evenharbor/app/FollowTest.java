package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What keeps routes and certificates true outlives whatever one site or one certificate does to it. */
class FollowTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final JdbcTemplate db = harbor.bean(JdbcTemplate.class);

    private String live(String name, String text) {
        String site = person.site(name);
        person.putText(site, "index.html", text).is(200);
        person.claim(site, name).is(201);
        person.publish(site);
        return site;
    }

    private JsonNode routes() {
        for (JsonNode part : person.get("/api/health").is(200).json().get("parts")) {
            if (part.get("name").asString().equals("routes")) {
                return part;
            }
        }
        throw new AssertionError("no routes in health");
    }

    private void nextRevision(String update, Object... parameters) {
        db.update("update harbor_revision set revision = revision + 1 where id = 1");
        db.update(update, parameters);
    }

    private boolean stale(String site) {
        return person.get("/api/sites/" + site).is(200).json().get("stale").asBoolean();
    }

    @Test
    void aDamagedSiteKeepsItsLastRoutesAndHoldsUpNoOther() {
        String damaged = live("damaged-quay", "<p>whole");
        String other = live("other-quay", "<p>one");
        String build = db.queryForObject("select build from live_state where site_id = ?", String.class, damaged);
        nextRevision(
                "update live_state set build = ?, changed_in = (select revision from harbor_revision) where site_id = ?",
                "0".repeat(64),
                damaged);
        await().atMost(Patience.MOST).until(() -> stale(damaged));
        assertThat(routes().get("well").asBoolean()).isFalse();
        assertThat(person.visit("damaged-quay.harbor.localhost", "/").text()).contains("whole");

        person.putText(other, "index.html", "<p>two").is(200);
        person.publish(other);
        assertThat(person.visit("other-quay.harbor.localhost", "/").text()).contains("two");

        nextRevision(
                "update live_state set build = ?, changed_in = (select revision from harbor_revision) where site_id = ?",
                build,
                damaged);
        await().atMost(Patience.MOST).until(() -> !stale(damaged));
        await().atMost(Patience.MOST).until(() -> routes().get("well").asBoolean());
    }

    @Test
    void aKeyThatCannotBeOpenedHoldsUpNothing() {
        String site = live("keyed-quay", "<p>one");
        nextRevision(
                "insert into certificate (name, account_id, wanted, chain, private_key, renews, failures, sends_on,"
                        + " hsts_step, hsts_subdomains, hsts_since, hsts_owed_until, changed_in, created_by, created_at)"
                        + " values ('unopened.harbor.localhost', 'none', true, 'no certificate', x'00', false, 0, true,"
                        + " 'NONE', false, now(), now(), (select revision from harbor_revision), 'none', now())");
        try {
            await().atMost(Patience.MOST).until(() -> !routes().get("well").asBoolean());
            person.putText(site, "index.html", "<p>two").is(200);
            person.publish(site);
            assertThat(person.visit("keyed-quay.harbor.localhost", "/").text()).contains("two");
        } finally {
            nextRevision("update certificate set private_key = null, chain = null,"
                    + " changed_in = (select revision from harbor_revision) where name = 'unopened.harbor.localhost'");
            await().atMost(Patience.MOST).until(() -> routes().get("well").asBoolean());
            db.update("delete from certificate where name = 'unopened.harbor.localhost'");
        }
    }
}
