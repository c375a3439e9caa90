package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** For whom a site is there: said over the API, kept to at every address. */
class AudienceTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private String site;
    private String name;
    private String host;

    @BeforeEach
    void aSiteWithAMembersPart() {
        site = person.site("Members");
        name = "members" + site.substring(0, 6).toLowerCase();
        host = name + ".harbor.localhost";
        person.putText(site, "index.html", "<p>the front").is(200);
        person.putText(site, "members/index.html", "<p>for members").is(200);
        person.putText(site, "prices.html", "<p>what it costs").is(200);
        person.claim(site, name).is(201);
        person.publish(site);
    }

    private String at(String part) {
        return "/api/sites/" + site + part;
    }

    private static Map<String, Object> form(String path, String way, String password, String until) {
        Map<String, Object> form = new HashMap<>(Map.of("path", path, "way", way));
        form.put("password", password);
        form.put("until", until);
        return form;
    }

    private JsonNode part(String path, String way, String password) {
        return person.put(at("/audience/parts"), form(path, way, password, null))
                .is(200)
                .json();
    }

    private void meets(String path, int status) {
        Patience.until(
                path + " answers " + status, () -> person.visit(host, path).status() == status);
    }

    @Test
    void aPartIsForWhoeverHasItsLink() {
        JsonNode part = part("members", "PASSWORD", "moon over quay");
        assertThat(part.get("path").asString()).as("a folder is meant").isEqualTo("/members/");
        person.delete(at("/audience/parts/" + part.get("id").asString())).is(204);
        assertThat(part.get("files").asInt()).isEqualTo(1);
        assertThat(part("/member/", "PASSWORD", "moon over quay").get("files").asInt())
                .as("a slip: nothing lies there")
                .isZero();
        JsonNode link = part("/members/", "LINK", null);
        meets("/members/", 403);
        assertThat(person.visit(host, "/").text()).isEqualTo("<p>the front");
        String url = link.get("link").asString();
        String query = url.substring(url.indexOf('?'));
        ApiClient.Answer in = person.visit(host, "/members/" + query);
        assertThat(in.status()).isEqualTo(303);
        String pass = in.field("Set-Cookie").split(";")[0];
        assertThat(person.visit(host, "/members/", "Cookie", pass).text()).isEqualTo("<p>for members");
        JsonNode renewed = person.post(at("/audience/parts/" + link.get("id").asString() + "/renewal"), Map.of())
                .is(200)
                .json();
        assertThat(renewed.get("link").asString()).isNotEqualTo(url);
        Patience.until(
                "the old pass lets nobody in",
                () -> person.visit(host, "/members/", "Cookie", pass).status() == 403);
        assertThat(person.visit(host, "/members/" + query).status()).isEqualTo(403);
        person.delete(at("/audience/parts/" + link.get("id").asString())).is(204);
        meets("/members/", 200);
        assertThat(person.get(at("/activities")).json().toString()).contains("AUDIENCE_CHANGED");
    }

    @Test
    void aWholeSiteIsClosedAtEachOfItsAddressesButForAFolder() {
        person.claim(site, name + "-next", "TRIAL", "").is(201);
        person.claim(site, host + "/other/", "ALIAS", "");
        part("/", "PASSWORD", "moon over quay");
        part("/prices.html", "EVERYONE", null);
        meets("/", 403);
        meets("/members/", 403);
        meets("/prices.html", 200);
        assertThat(person.visit(name + "-next.harbor.localhost", "/members/").status())
                .isEqualTo(403);
        assertThat(person.visit(host, "/nowhere").status())
                .as("not even that there is nothing")
                .isEqualTo(403);
        assertThat(person.visit(host, "/robots.txt").text()).contains("User-agent");
        person.putText(site, "members/index.html", "<p>for members, anew").is(200);
        person.publish(site);
        meets("/members/", 403);
    }

    @Test
    void whatIsNotForEveryoneIsNotSentToHosts() throws Exception {
        String shared = person.post("/api/hosts", HostApi.host("FOLDER", "Shared web folder", null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
        String destination =
                HostApi.destination(person, site, shared, HostApi.at(name, "http://" + name + ".example/"));
        Path folder = harbor.home().resolve("opened").resolve(name);
        HostApi.done(person, destination, HostApi.work("PUBLISH"));
        assertThat(Files.exists(folder.resolve("members/index.html"))).isTrue();
        part("/members/", "PASSWORD", "moon over quay");
        HostApi.done(person, destination, HostApi.work("PUBLISH"));
        assertThat(Files.exists(folder.resolve("members/index.html")))
                .as("it is taken away there, too")
                .isFalse();
        assertThat(Files.exists(folder.resolve("index.html"))).isTrue();
    }

    @Test
    void whatCannotBeIsRefusedAndOthersSeeNothing() {
        person.put(at("/audience/parts"), form("/a/", "PASSWORD", "short", null))
                .is(400);
        person.put(at("/audience/parts"), form("/a/", "PASSWORD", null, null)).is(400);
        person.put(at("/audience/parts"), form("https://x.example/", "EVERYONE", null, null))
                .is(400);
        person.put(at("/audience/parts"), form("/a/", "LINK", null, "2020-01-01T00:00:00Z"))
                .is(400);
        JsonNode kept = part("/a/", "PASSWORD", "moon over quay");
        assertThat(part("/a/", "PASSWORD", null).get("id").asString())
                .as("the password is kept")
                .isEqualTo(kept.get("id").asString());
        assertThat(person.get(at("/audience")).is(200).text()).doesNotContain("pbkdf2", "moon over quay");
        ApiClient other = harbor.person();
        other.get(at("/audience")).is(404);
        other.put(at("/audience/parts"), form("/", "EVERYONE", null, null)).is(404);
        other.delete(at("/audience/parts/" + kept.get("id").asString())).is(404);
    }
}
