package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Everything of an account as one file, and back in; a site handed over; an account closed. */
class MovingTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final TestHarbor harbor = TestHarbor.get();

    private static Map<String, byte[]> unpacked(byte[] zip) throws IOException {
        Map<String, byte[]> entries = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), in.readAllBytes());
            }
        }
        return entries;
    }

    private static byte[] packed(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                out.putNextEntry(new ZipEntry(entry.getKey()));
                out.write(entry.getValue());
                out.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private static Map<String, byte[]> exported(ApiClient person) throws IOException {
        return unpacked(person.get("/api/account/file").is(200).http().body());
    }

    private static ApiClient.Answer bring(ApiClient person, byte[] zip) {
        return person.ask("PUT", "/api/account/file?rightsConfirmed=true", zip, "application/zip");
    }

    /** An account with sites made by chance. @return visited paths by host */
    private Map<String, List<String>> made(ApiClient person, Random random, String tag) {
        Map<String, List<String>> visited = new TreeMap<>();
        for (int n = 0; n < 1 + random.nextInt(3); n++) {
            String site = person.site("Site " + n);
            List<String> paths = new ArrayList<>(List.of("/"));
            person.putText(site, "index.html", "<p>front " + random.nextInt(100))
                    .is(200);
            String name = "moved" + tag + n;
            person.claim(site, name).is(201);
            for (int v = 0; v < 1 + random.nextInt(3); v++) {
                String path = "page" + random.nextInt(3) + ".html";
                person.putText(site, path, "<p>words " + random.nextInt(1000)).is(200);
                paths.add("/" + path);
                if (random.nextBoolean()) {
                    Map<String, Object> rule = new HashMap<>(Map.of("from", "/old" + v, "to", "/" + path));
                    redirect(person, site, rule);
                    paths.add("/old" + v);
                }
                person.publish(site);
            }
            if (random.nextBoolean()) {
                person.putText(site, "draft-only.html", "<p>not out").is(200);
                person.post("/api/sites/" + site + "/versions", Map.of("name", "Kept " + n))
                        .is(201);
            }
            Map<String, Object> set = Map.of("path", "index.html", "set", Map.of("title", "Front of " + n));
            person.put("/api/sites/" + site + "/page-settings", Map.of("pages", List.of(set)))
                    .is(200);
            Map<String, Object> cost = new HashMap<>(
                    Map.of("what", "Cost " + n, "currency", "CHF", "paid", "YEARLY", "price", "12.50", "discount", 5));
            cost.put("since", "2026-0" + (1 + n) + "-15");
            if (random.nextBoolean()) {
                cost.put("siteId", site);
            }
            person.post("/api/costs", cost).is(201);
            Map<String, Object> part = new HashMap<>(Map.of("path", "/page1.html", "way", "PASSWORD"));
            part.put("password", "moon over quay");
            person.put("/api/sites/" + site + "/audience/parts", part).is(200);
            person.put("/api/sites/" + site + "/unlisted", Map.of("paths", List.of("/page2.html", "/walks/")))
                    .is(200);
            if (random.nextBoolean()) {
                person.put("/api/sites/" + site + "/arrivals", Map.of("publishes", true, "stoppedBy", "ANY"))
                        .is(200);
            }
            if (random.nextBoolean()) {
                Map<String, Object> plan = new HashMap<>(Map.of(
                        "kind",
                        "TAKE_DOWN",
                        "redirects",
                        false,
                        "everywhere",
                        false,
                        "starts",
                        LocalDateTime.now().plusDays(40 + random.nextInt(9)).withNano(0),
                        "zone",
                        "UTC",
                        "second",
                        false));
                plan.put("ends", null);
                person.post("/api/sites/" + site + "/plans", plan).is(201);
            }
            visited.put(name, paths);
        }
        return visited;
    }

    private static void redirect(ApiClient person, String site, Map<String, Object> rule) {
        evenharbor.app.fixture.RedirectApi.add(person, site, (String) rule.get("from"), (String) rule.get("to"));
    }

    private List<String> seen(ApiClient person, Map<String, List<String>> visited) {
        List<String> all = new ArrayList<>();
        visited.forEach((name, paths) -> paths.forEach(path -> {
            ApiClient.Answer answer = harbor.stranger().visit(name + ".harbor.localhost", path);
            all.add(name + path + " " + answer.status() + " " + answer.text() + answer.field("Location"));
        }));
        return all;
    }

    @Test
    void exportedBroughtInElsewhereAndExportedAgainItIsTheSame() throws Exception {
        for (int seed = 1; seed <= 4; seed++) {
            ApiClient first = harbor.person();
            Map<String, List<String>> visited =
                    made(first, new Random(seed), "r" + seed + first.email().replaceAll("\\D", ""));
            List<String> before = seen(first, visited);
            assertThat(before).anyMatch(line -> line.contains(" 200 ")).noneMatch(line -> line.contains(" 404 "));
            Map<String, byte[]> file = exported(first);
            // The names are free again only once the first account is gone for good.
            first.post("/api/account/closing", Map.of("password", ApiClient.PASSWORD))
                    .is(200);
            ended(first);
            ApiClient second = harbor.person();
            JsonNode came = bring(second, packed(file)).is(200).json();
            assertThat(came.get("sites")
                            .valueStream()
                            .flatMap(site -> site.get("left").valueStream()))
                    .as("seed %d", seed)
                    .isEmpty();
            Map<String, byte[]> again = exported(second);
            assertThat(again.keySet()).as("seed %d", seed).isEqualTo(file.keySet());
            for (String name : file.keySet()) {
                if (!name.equals("harbor.json")) {
                    assertThat(new String(again.get(name), StandardCharsets.UTF_8))
                            .as("%s, seed %d", name, seed)
                            .isEqualTo(new String(file.get(name), StandardCharsets.UTF_8));
                }
            }
            Patience.until("visitors get the same", () -> seen(second, visited).equals(before));
        }
    }

    /** Lets the 30 days of a closed account be over. */
    private void ended(ApiClient person) {
        JdbcClient db = harbor.bean(JdbcClient.class);
        db.sql("update account_closing c join person p on p.account_id = c.account_id"
                        + " set c.ends_at = '2000-01-01' where p.email = ?")
                .param(person.email())
                .update();
        harbor.run("accounts-end");
        Patience.until(
                "the account to be gone",
                () -> db.sql("select count(*) from person where email = ?")
                                .param(person.email())
                                .query(Integer.class)
                                .single()
                        == 0);
    }

    private static Map<String, byte[]> with(Map<String, byte[]> file, String name, UnaryOperator<String> edit) {
        Map<String, byte[]> changed = new TreeMap<>(file);
        changed.computeIfPresent(
                name,
                (k, bytes) ->
                        edit.apply(new String(bytes, StandardCharsets.UTF_8)).getBytes(StandardCharsets.UTF_8));
        return changed;
    }

    @Test
    void whatIsNoFileOfAnAccountIsRefusedAndNothingIsMade() throws Exception {
        ApiClient person = harbor.person();
        String site = person.site("Whole");
        person.putText(site, "index.html", "<p>whole").is(200);
        Map<String, byte[]> file = exported(person);
        String json = "sites/001.json";
        String content = file.keySet().stream()
                .filter(name -> name.startsWith("contents/"))
                .findFirst()
                .orElseThrow();
        Map<String, byte[]> missing = new TreeMap<>(file);
        missing.remove(content);
        Map<String, byte[]> swapped = new TreeMap<>(file);
        swapped.put(content, "other bytes".getBytes());
        List<Map<String, byte[]>> hostile = List.of(
                Map.of("a.txt", new byte[1]),
                with(file, "harbor.json", text -> text.replace("even-harbor-account", "other")),
                with(file, "harbor.json", text -> "[".repeat(50_000)),
                with(file, "harbor.json", text -> text.replace("sites/001.json", "../../etc/passwd")),
                with(file, json, text -> text.replace("index.html", "../index.html")),
                with(file, json, text -> text.replace("index.html", "/etc/passwd")),
                with(file, json, text -> text.replace("index.html", "a\\u0000b")),
                with(file, json, text -> text.replaceAll("[0-9a-f]{64}", "../../secret-key")),
                with(file, json, text -> text.replace("\"Whole\"", "\"\"")),
                with(file, json, text -> text.replaceFirst("\"draft\" : \\[", "\"draft\" : null, \"x\" : [")),
                missing,
                swapped);
        ApiClient other = harbor.person();
        for (Map<String, byte[]> each : hostile) {
            ApiClient.Answer answer = bring(other, packed(each));
            assertThat(answer.status()).as(answer.text()).isEqualTo(422);
            assertThat(answer.text()).contains("Nothing was changed");
        }
        bring(other, "no zip".getBytes()).is(422);
        assertThat(other.get("/api/sites").json()).isEmpty();
        bring(other, packed(file)).is(200);
        assertThat(other.get("/api/sites").json()).hasSize(1);
    }

    @Test
    void whatCannotBeTakenOverIsTold() throws Exception {
        ApiClient person = harbor.person();
        String site = person.site("Taken name");
        person.putText(site, "index.html", "<p>x").is(200);
        person.claim(site, "taken" + site.substring(0, 6)).is(201);
        person.publish(site);
        receiver(person, site);
        ApiClient other = harbor.person();
        JsonNode came = bring(other, packed(exported(person))).is(200).json();
        assertThat(came.get("sites").get(0).get("left").toString()).contains("The address taken");
        assertThat(came.get("left").toString()).contains("“Build server”", "its secret is not in the file");
        assertThat(came.get("left").toString()).contains("invite them");
        ObjectNode index = (ObjectNode) JSON.readTree(exported(person).get("harbor.json"));
        assertThat(index.get("people").get(0).get("email").asString()).isEqualTo(person.email());
        assertThat(exported(person).values().stream().map(bytes -> new String(bytes, StandardCharsets.UTF_8)))
                .noneMatch(text -> text.contains("argon2"));
    }

    @Test
    void aSiteWhoseGuardCannotBeTakenOverStaysDark() throws Exception {
        ApiClient person = harbor.person();
        String site = person.site("Members");
        person.putText(site, "index.html", "<p>x").is(200);
        person.claim(site, "guarded" + site.substring(0, 6)).is(201);
        person.publish(site);
        Map<String, Object> part = new HashMap<>(Map.of("path", "/members/", "way", "REGISTER"));
        part.put(
                "registration",
                Map.of("after", 0, "name", false, "consent", "", "confirmed", false, "page", "/register.html"));
        person.put("/api/sites/" + site + "/audience/parts", part).is(200);
        Map<String, byte[]> file = exported(person);
        Map<String, byte[]> opening =
                with(file, "sites/001.json", text -> text.replace("/register.html", "/members/index.html"));
        JsonNode came = bring(harbor.person(), packed(opening)).is(200).json();
        assertThat(came.get("sites").get(0).get("left").toString())
                .contains("Who gets in to /members/", "it stays dark");
        assertThat(came.get("sites").get(0).get("live").asBoolean())
                .as("live without its guard")
                .isFalse();
        JsonNode whole =
                bring(harbor.person(), packed(file)).is(200).json().get("sites").get(0);
        assertThat(whole.get("left").toString()).doesNotContain("Who gets in");
        assertThat(whole.get("live").asBoolean()).isTrue();
    }

    private static void receiver(ApiClient person, String site) {
        Map<String, Object> form = new HashMap<>(Map.of("name", "Build server", "url", "http://build.localhost/hook"));
        form.putAll(Map.of("siteId", site, "kinds", List.of("PUBLISHED"), "running", true));
        person.post("/api/receivers", form).is(201);
    }

    @Test
    void aSiteIsHandedOverWhenBothAgree() {
        ApiClient gives = harbor.person();
        ApiClient gets = harbor.person();
        String site = gives.site("Handed over");
        String name = "handed" + site.substring(0, 6);
        gives.putText(site, "index.html", "<p>handed").is(200);
        gives.claim(site, name).is(201);
        gives.publish(site);
        ApiClient helper = harbor.memberOf(gives, site, "EDITOR");
        receiver(gives, site);
        gives.post("/api/sites/" + site + "/hand-over", Map.of("email", gets.email()))
                .is(200);
        String link = Mailbox.of(gets.email()).link("/take-over/");
        String path = "/api/take-over/" + link.substring(link.lastIndexOf('/') + 1);
        assertThat(gets.get(path).is(200).json().get("title").asString()).isEqualTo("Handed over");
        harbor.person().post(path, Map.of()).is(409);
        gets.post(path, Map.of()).is(200);
        gets.post(path, Map.of()).is(404);
        gives.get("/api/sites/" + site).is(404);
        assertThat(gives.get("/api/receivers").is(200).json()).isEmpty();
        helper.get("/api/sites/" + site).is(404);
        gets.putText(site, "index.html", "<p>theirs").is(200);
        gets.publish(site);
        Patience.until(
                "visitors to get it from them",
                () -> gets.visit(name + ".harbor.localhost", "/").text().equals("<p>theirs"));
        gives.claim(gives.site("Other"), name).is(409);
        Mailbox.of(gives.email()).mail("was handed over");
    }

    @Test
    void aClosedAccountGoesDarkAndComesBackOrIsGoneForGood() {
        ApiClient person = harbor.person();
        String site = person.site("Dark");
        String name = "dark" + site.substring(0, 6);
        person.putText(site, "index.html", "<p>light").is(200);
        person.claim(site, name).is(201);
        person.publish(site);
        JsonNode dark = person.get("/api/account/closing").is(200).json();
        assertThat(dark.get("sites").get(0).get("addresses").get(0).asString()).startsWith(name);
        person.post("/api/account/closing", Map.of("password", "wrong wrong")).is(400);
        harbor.member(person, "PUBLISHER").get("/api/account/closing").is(403);
        assertThat(person.post("/api/account/closing", Map.of("password", ApiClient.PASSWORD))
                        .is(200)
                        .json()
                        .get("endsAt")
                        .isNull())
                .isFalse();
        Patience.until(
                "it to be dark",
                () -> person.visit(name + ".harbor.localhost", "/").status() == 404);
        ApiClient other = harbor.person();
        other.claim(other.site("Thief"), name).is(409);
        person.delete("/api/account/closing").is(200);
        Patience.until(
                "it to be back",
                () -> person.visit(name + ".harbor.localhost", "/").text().equals("<p>light"));
        person.post("/api/account/closing", Map.of("password", ApiClient.PASSWORD))
                .is(200);
        ended(person);
        person.get("/api/sites").is(401);
        assertThat(harbor.stranger().signIn(person.email(), ApiClient.PASSWORD).status())
                .isEqualTo(401);
        assertThat(harbor.bean(JdbcClient.class)
                        .sql("select count(*) from site where id = ?")
                        .param(site)
                        .query(Integer.class)
                        .single())
                .isZero();
    }
}
