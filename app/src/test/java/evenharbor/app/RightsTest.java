package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.core.who.access.Endpoint;
import evenharbor.core.who.access.Endpoint.Reach;
import evenharbor.core.who.access.Endpoints;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.access.Right;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Every row of the table of rights, asked for as everyone: in each role, for one's own, another site, another account. */
class RightsTest {

    private static final TestHarbor HARBOR = TestHarbor.get();

    /** What ends whoever asks, or what it is asked of: asked for last, or not at all where it is allowed. */
    private static final Set<String> ENDS_THE_SESSION = Set.of("DELETE /api/session", "POST /api/session");

    private static final Map<String, String> TYPES = Map.of(
            "/api/sites/{siteId}/draft/contents", "application/octet-stream",
            "/api/sites/{siteId}/draft/contents/{hash}", "application/octet-stream",
            "/api/sites/{siteId}/draft/packs", "application/zip",
            "/api/account/file", "application/zip");

    /** Answers without an end. */
    private static final Set<String> STREAMS = Set.of("GET /api/events");

    @Test
    void theTableHasEachEndpointAndNoOther() {
        Set<String> there = HARBOR
                .bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .keySet()
                .stream()
                .flatMap(info -> info.getMethodsCondition().getMethods().stream()
                        .flatMap(method -> info.getPathPatternsCondition().getPatternValues().stream()
                                .map(path -> method + " " + path)))
                .filter(row -> row.contains(" /api/") || row.contains(" /calendar/") || row.contains(" /feed/"))
                // The guard lets nobody to what is in no table; the description is read in one form.
                .filter(row -> !row.endsWith(".yaml"))
                .collect(Collectors.toCollection(TreeSet::new));
        Set<String> table = Endpoints.all().stream()
                .map(row -> row.method() + " " + row.path())
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(table).as("a new endpoint needs a row in Endpoints").isEqualTo(there);
    }

    /** A site with one of each thing that has an id. */
    private record World(ApiClient owner, String site, Map<String, String> things) {

        static World made() {
            ApiClient owner = HARBOR.person();
            String site = owner.site("Guarded");
            owner.putText(site, "index.html", "<title>Guarded</title><p>secret words")
                    .is(200);
            String name = "guarded" + site.substring(0, 6);
            owner.claim(site, name).is(201);
            String publication =
                    owner.askPublish(site, Set.of()).is(202).json().get("id").asString();
            owner.await(publication);
            String host = owner.post("/api/hosts", HostApi.host("FOLDER", "Shared web folder", null, "", null))
                    .is(201)
                    .json()
                    .get("id")
                    .asString();
            String destination =
                    HostApi.destination(owner, site, host, HostApi.at(name, "http://" + name + ".example/"));
            String job = owner.post("/api/destinations/" + destination + "/jobs", HostApi.work("PUBLISH"))
                    .is(202)
                    .json()
                    .get("id")
                    .asString();
            HostApi.end(owner, job, state -> !state.equals("RUNNING"));
            Map<String, Object> plan = new HashMap<>(Map.of(
                    "kind",
                    "TAKE_DOWN",
                    "redirects",
                    false,
                    "everywhere",
                    false,
                    "starts",
                    LocalDateTime.now().plusDays(40).withNano(0),
                    "zone",
                    "UTC",
                    "second",
                    false));
            plan.put("ends", null);
            String planned = owner.post("/api/sites/" + site + "/plans", plan)
                    .is(201)
                    .json()
                    .get("id")
                    .asString();
            return new World(
                    owner,
                    site,
                    Map.of(
                            "/api/publications/", publication,
                            "/api/destinations/", destination,
                            "/api/host-jobs/", job,
                            "/api/plans/", planned));
        }

        String path(Endpoint row) {
            String id = things.entrySet().stream()
                    .filter(thing -> row.path().startsWith(thing.getKey()))
                    .map(Map.Entry::getValue)
                    .findFirst()
                    .orElse("none");
            return row.path()
                    .replace("{siteId}", site)
                    .replace("{id}", id)
                    .replace("{number}", "1")
                    .replace("{version}", "1")
                    .replaceAll("\\{[^}]+}", "none");
        }

        ApiClient.Answer ask(ApiClient person, Endpoint row) {
            byte[] body = row.method().equals("GET") || row.method().equals("DELETE")
                    ? new byte[0]
                    : "{}".getBytes(StandardCharsets.UTF_8);
            return person.ask(
                    row.method(),
                    path(row),
                    body,
                    body.length == 0 ? "" : TYPES.getOrDefault(row.path(), "application/json"));
        }
    }

    private static List<Endpoint> rows() {
        return Endpoints.all().stream()
                .filter(row -> row.path().startsWith("/api/") && !STREAMS.contains(row.method() + " " + row.path()))
                .sorted(Comparator.comparing(row -> row.method().equals("DELETE")))
                .toList();
    }

    private static String name(Endpoint row) {
        return row.method() + " " + row.path();
    }

    @Test
    void nobodyGetsWhatIsNotTheirs() {
        World world = World.made();
        ApiClient nobody = HARBOR.stranger();
        nobody.get("/api/session");
        String other = world.owner().site("Another");
        Map<String, ApiClient> people = new LinkedHashMap<>();
        people.put("an owner of another account", HARBOR.person());
        for (PersonRole role : PersonRole.values()) {
            people.put("only of another site: " + role, HARBOR.memberOf(world.owner(), other, role.name()));
        }
        for (Endpoint row : rows()) {
            if (row.reach() == Reach.OPEN) {
                continue;
            }
            assertThat(world.ask(nobody, row).status())
                    .as(name(row) + ", signed out")
                    .isEqualTo(401);
            if (row.reach() == Reach.HARBOR) {
                people.forEach(
                        (who, person) -> assertThat(world.ask(person, row).status())
                                .as(name(row) + " by " + who)
                                .isEqualTo(404));
            }
            if (row.reach() == Reach.SITE) {
                people.forEach((who, person) -> {
                    ApiClient.Answer answer = world.ask(person, row);
                    assertThat(answer.status()).as(name(row) + " by " + who).isEqualTo(404);
                    assertThat(answer.text()).doesNotContain("Guarded", "secret words");
                });
            }
        }
        assertThat(people.get("an owner of another account").get("/api/sites").json())
                .isEmpty();
        assertThat(people.get("only of another site: OWNER").get("/api/sites").json())
                .as("of single sites the others are not there")
                .hasSize(1);
    }

    @Test
    void eachRoleMayWhatTheTableSaysAndNoMore() {
        for (PersonRole role : PersonRole.values()) {
            World world = World.made();
            Map<String, ApiClient> people = new LinkedHashMap<>();
            people.put("of all sites", HARBOR.member(world.owner(), role.name()));
            people.put("of this site", HARBOR.memberOf(world.owner(), world.site(), role.name()));
            for (Endpoint row : rows()) {
                Optional<Right> right = row.right();
                if (row.reach() == Reach.HARBOR) {
                    // Whoever may all in an account operates the harbor no more than anyone.
                    continue;
                }
                people.forEach((who, person) -> {
                    boolean may = right.map(role::may).orElse(true)
                            && (row.reach() != Reach.ACCOUNT || who.equals("of all sites"));
                    if (!may) {
                        ApiClient.Answer answer = world.ask(person, row);
                        assertThat(answer.status())
                                .as(name(row) + " by " + role + " " + who)
                                .isEqualTo(403);
                        assertThat(answer.json().get("type").asString()).isEqualTo("/problems/not-permitted");
                        assertThat(answer.text()).contains("ask ");
                    } else if (!ENDS_THE_SESSION.contains(name(row)) && stillThere(row, who)) {
                        assertThat(world.ask(person, row).status())
                                .as(name(row) + " by " + role + " " + who)
                                .isNotIn(401, 403);
                    }
                });
            }
        }
    }

    /** The site is deleted, the destination removed by the first who may. */
    private static boolean stillThere(Endpoint row, String who) {
        return who.equals("of all sites") && !name(row).equals("DELETE /api/sites/{siteId}")
                || !row.method().equals("DELETE");
    }

    @Test
    void aRoleMayAllThatALesserOneMay() {
        PersonRole[] roles = PersonRole.values();
        for (int i = 1; i < roles.length; i++) {
            PersonRole more = roles[i];
            PersonRole less = roles[i - 1];
            assertThat(Arrays.stream(Right.values()).filter(less::may)).allMatch(more::may);
            assertThat(Arrays.stream(Right.values()).filter(more::may).count())
                    .isGreaterThan(
                            Arrays.stream(Right.values()).filter(less::may).count());
        }
    }
}
