package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.Mailbox;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
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
    void searchEnginesListASiteButForSomeOfItsPages() {
        assertThat(noIndex("/prices.html")).isFalse();
        assertThat(person.put(at("/unlisted"), Map.of("paths", List.of("prices.html", "/members/", "/prices.html")))
                        .is(200)
                        .json()
                        .get("paths")
                        .toString())
                .isEqualTo("[\"/members/\",\"/prices.html\"]");
        Patience.until("the page to be hidden", () -> noIndex("/prices.html"));
        assertThat(noIndex("/members/")).isTrue();
        assertThat(noIndex("/")).isFalse();
        person.put(at("/unlisted"), Map.of("paths", List.of("../x"))).is(400);
        assertThat(person.put(at("/unlisted"), Map.of("paths", List.of("/")))
                        .is(400)
                        .text())
                .contains("untick the choice above");
        person.put(at("/unlisted"), Map.of("paths", List.of("/index.html"))).is(200);
        Patience.until("the front page alone to be hidden", () -> noIndex("/") && !noIndex("/prices.html"));
        person.put(at("/unlisted"), Map.of("paths", List.of())).is(200);
        Patience.until("the page to be listed again", () -> !noIndex("/prices.html"));
    }

    private boolean noIndex(String path) {
        return !person.visit(host, path).field("X-Robots-Tag").isEmpty();
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

    private ApiClient.Answer say(String path, String form, String cookie) {
        return person.say(host, path, form, cookie);
    }

    private static String cookies(ApiClient.Answer answer) {
        return answer.fields("Set-Cookie").stream()
                .map(each -> each.split(";")[0])
                .collect(Collectors.joining("; "));
    }

    private static String fresh() {
        return "v" + UUID.randomUUID().toString().substring(0, 8) + "@school.example";
    }

    private Map<String, Object> byName(String way, String emails, List<String> lists) {
        Map<String, Object> form = form("/members/", way, null, null);
        form.put("emails", emails);
        form.put("lists", lists);
        return form;
    }

    private JsonNode tried(String path, String email) {
        Map<String, Object> form = new HashMap<>(Map.of("path", path));
        form.put("email", email);
        return person.post(at("/audience/trial"), form).is(200).json();
    }

    @Test
    void namedPeopleComeInByACodeOnceAndInTheirBrowserOnly() {
        String ada = fresh();
        String bob = fresh();
        String list = person.post("/api/people-lists", Map.of("name", "Parents", "emails", "Bob <" + bob + ">, " + bob))
                .is(201)
                .json()
                .get(0)
                .get("id")
                .asString();
        person.put(at("/audience/parts"), byName("PEOPLE", "nobody", List.of())).is(400);
        JsonNode part = person.put(at("/audience/parts"), byName("PEOPLE", ada + "; " + ada, List.of(list)))
                .is(200)
                .json();
        assertThat(part.get("getsIn").asString()).startsWith("2 people get in");
        JsonNode alone = person.put(at("/audience/parts"), byName("PEOPLE", ada, List.of()))
                .is(200)
                .json();
        assertThat(alone.get("getsIn").asString()).startsWith("1 person gets in");
        person.put(at("/audience/parts"), byName("PEOPLE", ada, List.of(list))).is(200);
        meets("/members/", 403);
        assertThat(tried("/members/", ada).get("in").asBoolean()).isTrue();
        assertThat(tried("/members/", fresh()).get("in").asBoolean()).isFalse();
        assertThat(tried("/", null).get("sentence").asString()).contains("everyone");
        ApiClient.Answer none = say("/members/", "email=" + fresh(), "");
        ApiClient.Answer asked = say("/members/", "email=" + bob, "");
        assertThat(asked.text()).isEqualTo(none.text());
        JsonNode mail = Mailbox.of(bob).mail("Your code for " + host);
        String code = Mailbox.of(bob).code("Your code for " + host);
        assertThat(harbor.stranger()
                        .say(host, "/members/", "code=" + code.replace(" ", "+"), "")
                        .status())
                .isEqualTo(403);
        String browser = cookies(asked);
        ApiClient.Answer in = say("/members/", "code=" + code.replace(" ", "+"), browser);
        assertThat(in.status()).isEqualTo(303);
        assertThat(harbor.stranger()
                        .say(host, "/members/", "code=" + code.replace(" ", "+"), browser)
                        .status())
                .as("used")
                .isEqualTo(403);
        String pass = cookies(in);
        assertThat(person.visit(host, "/members/", "Cookie", pass).text()).isEqualTo("<p>for members");
        assertThat(mail.get("text").asString()).contains("http://" + host + "/members/?let-in=");
        person.put("/api/people-lists/" + list, Map.of("name", "Parents", "emails", ""))
                .is(200);
        Patience.until(
                "who is taken off the list is out",
                () -> person.visit(host, "/members/", "Cookie", pass).status() == 403);
    }

    @Test
    void everyoneOfAnOrganisationComesInByTheLinkInTheMail() {
        person.put(at("/audience/parts"), byName("ORGANISATION", "no domain!", List.of()))
                .is(400);
        person.put(at("/audience/parts"), byName("ORGANISATION", "@School.example", List.of()))
                .is(200);
        meets("/members/", 403);
        String ada = fresh();
        ApiClient.Answer asked = say("/members/", "email=" + ada, "");
        String link = Mailbox.of(ada).link("let-in=");
        String path = link.substring(link.indexOf("/members/"));
        assertThat(harbor.stranger().visit(host, path).status())
                .as("another browser")
                .isEqualTo(403);
        ApiClient.Answer in = person.visit(host, path, "Cookie", cookies(asked));
        assertThat(in.status()).isEqualTo(303);
        assertThat(person.visit(host, "/members/", "Cookie", cookies(in)).text())
                .isEqualTo("<p>for members");
        say("/members/", "email=ada@x.school.example.org", "");
        assertThat(Mailbox.of("ada@x.school.example.org").mails()).isEmpty();
    }

    @Test
    void whoRegistersIsListedWithWhatTheyAgreedTo() {
        Map<String, Object> form = form("/members/", "REGISTER", null, null);
        form.put(
                "registration",
                Map.of("after", 0, "name", true, "consent", "=You may write to me", "confirmed", true, "page", ""));
        person.put(at("/audience/parts"), form).is(200);
        meets("/members/", 403);
        String ada = fresh();
        ApiClient.Answer asked = say("/members/", "name=Ada&consent=yes&email=" + ada, "");
        assertThat(person.get(at("/registered"))
                        .is(200)
                        .json()
                        .get(0)
                        .get("confirmedAt")
                        .isNull())
                .isTrue();
        String code = Mailbox.of(ada).code("Your code for " + host);
        ApiClient.Answer in = say("/members/", "code=" + code.replace(" ", "+"), cookies(asked));
        assertThat(in.status()).isEqualTo(303);
        String pass = cookies(in);
        assertThat(person.visit(host, "/members/", "Cookie", pass).text()).isEqualTo("<p>for members");
        assertThat(person.visit(host, "/members/?harbor-kept", "Cookie", pass).text())
                .contains(ada, "Ada");
        JsonNode all = person.get(at("/registered")).json();
        assertThat(all.get(0).get("confirmedAt").isNull()).isFalse();
        assertThat(person.get(at("/registered/file")).is(200).json().get("text").asString())
                .contains("Ada," + ada, "'=You may write to me");
        ApiClient editor = harbor.memberOf(person, site, "PUBLISHER");
        editor.get(at("/registered")).is(403);
        say("/members/", "forget=yes", pass);
        assertThat(person.get(at("/registered")).json()).isEmpty();
    }

    @Test
    void anOwnPageToRegisterOnComesWithItsStylesAndPicturesAndNothingElse() {
        person.putText(site, "join.html", "<link rel=stylesheet href=css/join.css><form method=post action=/>")
                .is(200);
        person.putText(site, "css/join.css", "body { background: url(../img/door.svg) }")
                .is(200);
        person.putText(site, "css/other.css", "body { color: red }").is(200);
        person.putText(site, "img/door.svg", "<svg xmlns='http://www.w3.org/2000/svg'/>")
                .is(200);
        person.publish(site);
        Map<String, Object> form = form("/", "REGISTER", null, null);
        form.put(
                "registration",
                Map.of("after", 0, "name", false, "consent", "", "confirmed", false, "page", "/join.html"));
        person.put(at("/audience/parts"), form).is(200);
        meets("/prices.html", 303);
        for (String open : List.of("/join.html", "/css/join.css", "/img/door.svg")) {
            assertThat(person.visit(host, open).status()).as(open).isEqualTo(200);
        }
        assertThat(person.visit(host, "/css/other.css").status()).isNotEqualTo(200);
        person.put(at("/audience/parts"), form("/img/", "PASSWORD", "moon over quay", null))
                .is(200);
        meets("/img/door.svg", 403);
    }

    @Test
    void whoTypesAnothersEmailSeesNothingOfThem() {
        Map<String, Object> form = form("/members/", "REGISTER", null, null);
        form.put("registration", Map.of("after", 0, "name", true, "consent", "", "confirmed", false, "page", ""));
        person.put(at("/audience/parts"), form).is(200);
        meets("/members/", 403);
        for (String page : List.of("/", "/members/", "https://elsewhere.example/")) {
            form.put("registration", Map.of("after", 0, "name", true, "consent", "", "confirmed", false, "page", page));
            person.put(at("/audience/parts"), form).is(400);
        }
        assertThat(harbor.stranger().visit(host, "/members/").status()).isEqualTo(403);
        String ada = fresh();
        String own = cookies(say("/members/", "name=Ada+Lind&email=" + ada, ""));
        assertThat(person.visit(host, "/members/?harbor-kept", "Cookie", own).text())
                .contains("Ada Lind");
        ApiClient other = harbor.stranger();
        String pass = cookies(other.say(host, "/members/", "name=Eve&email=" + ada, ""));
        assertThat(other.visit(host, "/members/", "Cookie", pass).text()).isEqualTo("<p>for members");
        assertThat(other.visit(host, "/members/?harbor-kept", "Cookie", pass).text())
                .doesNotContain("Ada", ada);
        other.say(host, "/members/", "forget=yes", pass);
        JsonNode kept = person.get(at("/registered")).json();
        assertThat(kept).hasSize(1);
        assertThat(kept.get(0).get("name").asString()).isEqualTo("Ada Lind");
    }

    @Test
    void aDraftIsShownToReviewersByALinkUntilItEnds() {
        person.putText(site, "index.html", "<p>not out yet").is(200);
        Map<String, Object> form = new HashMap<>(Map.of("days", 7));
        form.put("version", null);
        JsonNode shared =
                person.post(at("/shared-previews"), form).is(201).json().get(0);
        String secret = URI.create(shared.get("url").asString()).getHost();
        assertThat(harbor.stranger().visit(secret, "/").text()).isEqualTo("<p>not out yet");
        form.put("version", 1);
        JsonNode both = person.post(at("/shared-previews"), form).is(201).json();
        String version = both.valueStream()
                .filter(each -> !each.get("version").isNull())
                .map(each -> URI.create(each.get("url").asString()).getHost())
                .findFirst()
                .orElseThrow();
        assertThat(harbor.stranger().visit(version, "/").text()).isEqualTo("<p>the front");
        ApiClient reviewer = harbor.memberOf(person, site, "REVIEWER");
        reviewer.get(at("/shared-previews")).is(403);
        form.put("days", 900);
        person.post(at("/shared-previews"), form).is(400);
        person.delete(at("/shared-previews/" + shared.get("id").asString())).is(200);
        assertThat(harbor.stranger().visit(secret, "/").status()).isEqualTo(404);
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
