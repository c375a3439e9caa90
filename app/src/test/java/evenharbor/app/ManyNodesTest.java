package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.practice.world.World;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.host.HostingFault;
import java.util.Map;
import java.util.Set;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two processes on one database and one store: what one does, visitors of the other see. */
class ManyNodesTest {

    private static final String HOST = "two-nodes.harbor.localhost";

    private final TestHarbor harbor = TestHarbor.get();
    private final ChildHarbor second = harbor.secondNode();

    @BeforeEach
    void start() {
        second.start();
    }

    @AfterEach
    void stop() {
        second.kill();
    }

    @Test
    void whatOneNodeDoesIsSeenAtTheOtherWithinASecondOrTwo() {
        ApiClient person = harbor.person();
        String site = person.site("Two nodes");
        person.claim(site, "two-nodes").is(201);
        person.putText(site, "index.html", "<p>one").is(200);
        person.publish(site);
        ApiClient visitor = second.client();
        seen(visitor, "<p>one");
        person.putText(site, "index.html", "<p>two").is(200);
        person.publish(site);
        seen(visitor, "<p>two");
        person.put("/api/sites/" + site + "/live", Map.of("live", false)).is(200);
        Awaitility.await()
                .atMost(Patience.MOST)
                .until(() -> visitor.visit(HOST, "/").status() == 404);
        person.put("/api/sites/" + site + "/live", Map.of("live", true)).is(200);
        seen(visitor, "<p>two");

        // The other way round: signed in there, published there, seen here. The session is one for both.
        ApiClient there = second.client();
        there.signIn(person.email(), ApiClient.PASSWORD).is(200);
        there.putText(site, "index.html", "<p>three").is(200);
        there.await(there.askPublish(site, Set.of()).is(202).json().get("id").asString());
        seen(person, "<p>three");
        assertThat(person.get("/api/sites/" + site + "/versions").json()).hasSize(3);
    }

    @Test
    void workAtAHostThatOneNodeLeftIsTakenUpByTheOther() {
        HostingCompanies.Company company =
                harbor.bean(World.class).hosting().all().get(1);
        ApiClient person = harbor.person();
        String site = person.site("Half way");
        person.claim(site, "half-way").is(201);
        for (int i = 0; i < 40; i++) {
            person.putText(site, (i == 0 ? "index" : "page" + i) + ".html", "<!doctype html><title>" + i + "</title>")
                    .is(200);
        }
        // Larger than what a company that drops connections lets through: no node comes to the end of it.
        person.putText(site, "tides.txt", "high water 06:12\n".repeat(10_000)).is(200);
        String host = HostApi.accepted(
                person, HostApi.host("SFTP", company.server(), company.port(), "marta", "Keel-Haul_7"));
        String destination = HostApi.destination(person, site, host, HostApi.at("/htdocs/half-way", ""));
        company.account().manner().setFault(HostingFault.DROPS);
        try {
            ApiClient there = second.client();
            there.signIn(person.email(), ApiClient.PASSWORD).is(200);
            String job = there.post("/api/destinations/" + destination + "/jobs", HostApi.work("PUBLISH"))
                    .is(202)
                    .json()
                    .get("id")
                    .asString();
            Awaitility.await()
                    .atMost(Patience.MOST)
                    .until(() -> !job(person, job).get("againAt").isNull());
            second.kill();
            company.account().manner().setFault(HostingFault.NONE);
            HostApi.end(person, job, "DONE"::equals);
            assertThat(company.shown().resolve("half-way/tides.txt")).content().hasLineCount(10_000);
            assertThat(company.shown().resolve("half-way").toFile().list()).hasSize(41);
        } finally {
            company.account().manner().setFault(HostingFault.NONE);
        }
    }

    private static JsonNode job(ApiClient person, String job) {
        return person.get("/api/host-jobs/" + job).is(200).json();
    }

    private static void seen(ApiClient visitor, String text) {
        Awaitility.await()
                .atMost(Patience.MOST)
                .until(() -> visitor.visit(HOST, "/").text().equals(text));
    }
}
