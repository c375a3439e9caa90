package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.harbor.publish.Publisher;
import evenharbor.app.harbor.publish.Publishing;
import evenharbor.app.what.site.SiteEnds;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.core.harbor.publish.Selection;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Taking a site down tells the truth beforehand, and ends what is under way; a deleted site comes back whole. */
class TakeDownTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final JdbcTemplate db = harbor.bean(JdbcTemplate.class);
    private String site;
    private String name;

    @BeforeEach
    void aLiveSite() {
        site = person.site("Down");
        name = "down" + site.substring(0, 6);
        person.putText(site, "index.html", "<p>the site").is(200);
        person.claim(site, name).is(201);
        person.publish(site);
    }

    private void claim(String host, String role, String pointsTo) {
        person.claim(site, host, role, pointsTo == null ? "" : pointsTo).is(201);
    }

    private String at() {
        return "/api/sites/" + site;
    }

    private void promisedIsWhatComes(String moment) {
        JsonNode foreseen = person.get(at() + "/takedown").is(200).json();
        for (JsonNode address : foreseen.get("addresses")) {
            String shown = address.get("shown").asString();
            String kind = address.get(moment).get("kind").asString();
            int status = person.visit(shown, "/").status();
            assertThat(status)
                    .as("%s is said to be %s", shown, kind)
                    .isEqualTo(
                            switch (kind) {
                                case "SITE", "TRIAL" -> 200;
                                case "FORWARDS" ->
                                    address.get("role").asString().equals("POINTER") ? 302 : 301;
                                default -> 404;
                            });
        }
    }

    @Test
    void whatIsPromisedForEachAddressIsWhatComes() {
        claim(name + "-alias", "ALIAS", null);
        claim(name + "-old", "FORWARDING", null);
        claim(name + "-trial", "TRIAL", null);
        claim(name + "-card", "POINTER", "https://example.org/card");
        promisedIsWhatComes("now");
        JsonNode foreseen = person.get(at() + "/takedown").is(200).json();
        Map<String, String> after = new TreeMap<>();
        foreseen.get("addresses")
                .forEach(a -> after.put(
                        a.get("role").asString(), a.get("after").get("words").asString()));
        String shown = name + ".harbor.localhost";
        assertThat(after.get("MAIN")).isEqualTo("Visitors get a missing page (404)");
        assertThat(after.get("ALIAS")).isEqualTo("Visitors get a missing page (404)");
        assertThat(after.get("FORWARDING"))
                .startsWith("Visitors are sent on to " + shown)
                .endsWith("and get a missing page (404) there");
        assertThat(after.get("TRIAL")).isEqualTo("Whoever knows it gets the trial");
        assertThat(after.get("POINTER")).isEqualTo("Visitors are sent on to example.org/card");

        person.post(at() + "/takedown", Map.of("everywhere", false)).is(200);
        promisedIsWhatComes("now");
        assertThat(person.visit(name + "-trial.harbor.localhost", "/").status()).isEqualTo(200);

        person.post(at() + "/takedown", Map.of("everywhere", true)).is(200);
        promisedIsWhatComes("now");
        foreseen.get("addresses")
                .forEach(a -> assertThat(
                                person.visit(a.get("shown").asString(), "/").status())
                        .isEqualTo(404));

        person.put(at() + "/live", Map.of("live", true)).is(200);
        promisedIsWhatComes("now");
        assertThat(person.visit(name + "-trial.harbor.localhost", "/").status()).isEqualTo(200);
        assertThat(person.visit(shown, "/").status()).isEqualTo(200);
    }

    private String recordedPublish() {
        String[] id = new String[1];
        Person me = harbor.bean(People.class).findByEmail(person.email()).orElseThrow();
        long revision = person.draftRevision(site);
        Current.as(
                me,
                () -> id[0] = harbor.bean(Publishing.class)
                        .record(site, Selection.ALL, Set.of(), OptionalLong.of(revision), true));
        return id[0];
    }

    private String state(String publication) {
        return person.get("/api/publications/" + publication)
                .is(200)
                .json()
                .get("state")
                .asString();
    }

    @Test
    void takingDownEndsAPublishUnderWay() {
        person.putText(site, "index.html", "<p>the next").is(200);
        String publication = recordedPublish();
        assertThat(state(publication)).isEqualTo("RUNNING");
        person.post(at() + "/takedown", Map.of("everywhere", false)).is(200);
        assertThat(state(publication)).isEqualTo("STOPPED");
        harbor.bean(Publisher.class).carryOut(publication);
        assertThat(state(publication)).isEqualTo("STOPPED");
        assertThat(person.visit(name + ".harbor.localhost", "/").status()).isEqualTo(404);
        person.publish(site);
        assertThat(person.visit(name + ".harbor.localhost", "/").text()).contains("the next");
    }

    @Test
    void aSiteThatIsNotLiveIsNotToldToFixItsAddresses() {
        person.post(at() + "/takedown", Map.of("everywhere", false)).is(200);
        JsonNode view = person.get(at()).is(200).json();
        assertThat(view.get("state").asString()).isEqualTo("NOT_LIVE");
        assertThat(view.get("troubles")).isEmpty();
    }

    @Test
    void aDeletedSiteComesBackWhole() {
        String host = name + ".harbor.localhost";
        claim(name + "-trial", "TRIAL", null);
        String publication = recordedPublish();
        person.delete(at()).is(200);
        assertThat(person.get(at()).status()).isEqualTo(404);
        assertThat(person.visit(host, "/").status()).isEqualTo(404);
        assertThat(person.visit(name + "-trial.harbor.localhost", "/").status()).isEqualTo(404);
        ApiClient other = harbor.person();
        other.claim(other.site("Waits"), name).is(409);
        assertThat(other.get("/api/deleted-sites").json()).isEmpty();
        other.post("/api/deleted-sites/" + site + "/restoration", Map.of()).is(404);
        JsonNode deleted = person.get("/api/deleted-sites").is(200).json().get(0);
        assertThat(deleted.get("title").asString()).isEqualTo("Down");
        assertThat(deleted.get("addresses")).hasSize(2);

        person.post("/api/deleted-sites/" + site + "/restoration", Map.of()).is(200);
        assertThat(person.visit(host, "/").text()).contains("the site");
        assertThat(person.visit(name + "-trial.harbor.localhost", "/").status()).isEqualTo(200);
        assertThat(state(publication)).isEqualTo("STOPPED");
        assertThat(person.get("/api/deleted-sites").json()).isEmpty();
    }

    @Test
    void aDeletedSiteIsGoneAfterThirtyDays() {
        person.delete(at()).is(200);
        SiteEnds ends = harbor.bean(SiteEnds.class);
        ends.endDue();
        assertThat(person.get("/api/deleted-sites").json()).hasSize(1);
        db.update("update site set deleted_at = deleted_at - interval 31 day where id = ?", site);
        ends.endDue();
        assertThat(person.get("/api/deleted-sites").json()).isEmpty();
        person.post("/api/deleted-sites/" + site + "/restoration", Map.of()).is(404);
        for (String table : db.queryForList(
                "select table_name from information_schema.columns where table_schema = database() and column_name = 'site_id'",
                String.class)) {
            assertThat(db.queryForObject("select count(*) from `" + table + "` where site_id = ?", Integer.class, site))
                    .as(table)
                    .isZero();
        }
        ApiClient other = harbor.person();
        other.claim(other.site("Next"), name).is(201);
    }
}
