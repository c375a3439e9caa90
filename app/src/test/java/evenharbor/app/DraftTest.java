package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

class DraftTest {

    private static final byte[] HELLO = "<p>hello".getBytes(StandardCharsets.UTF_8);

    private final TestHarbor harbor = TestHarbor.get();
    private ApiClient person;
    private String site;

    @BeforeEach
    void begin() {
        person = harbor.person();
        site = person.site("Draft");
        person.putText(site, "before.html", "was here").is(200);
    }

    private String at(String part) {
        return "/api/sites/" + site + "/draft" + part;
    }

    private List<String> paths() {
        List<String> paths = new ArrayList<>();
        person.get(at(""))
                .is(200)
                .json()
                .get("files")
                .forEach(f -> paths.add(f.get("path").asString()));
        return paths;
    }

    private ApiClient.Answer zip(byte[] zip, boolean replace) {
        return person.ask("PUT", at("/zip?replace=" + replace), zip, "application/zip");
    }

    static Stream<Arguments> badZips() {
        byte[] good = Zips.of(Map.of("index.html", "<p>a page with some words in it", "b.css", "p{}"));
        byte[] cut = Arrays.copyOf(good, good.length - 30);
        byte[] damaged = good.clone();
        // A local header has 30 bytes, the name and the extra field (APPNOTE 4.3.7).
        int dataStart = 30 + damaged[26] + damaged[28] + 2;
        damaged[dataStart] ^= 0x55;
        damaged[dataStart + 1] ^= 0x55;
        byte[] locked = good.clone();
        for (int i = 0; i < locked.length - 4; i++) {
            if (locked[i] == 'P' && locked[i + 1] == 'K' && locked[i + 2] == 1) {
                locked[i + 8] |= 1;
            } else if (locked[i] == 'P' && locked[i + 1] == 'K' && locked[i + 2] == 3) {
                locked[i + 6] |= 1;
            }
        }
        return Stream.of(
                Arguments.of("climbs out", one("../x.html", e -> {}), "TRAVERSAL"),
                Arguments.of("climbs out by backslash", one("a\\..\\..\\x.html", e -> {}), "TRAVERSAL"),
                Arguments.of("absolute", one("/etc/x.html", e -> {}), "ABSOLUTE"),
                Arguments.of("drive letter", one("C:/x.html", e -> {}), "ABSOLUTE"),
                Arguments.of("link", one("x.html", e -> e.setUnixMode(0120777)), "LINK"),
                Arguments.of("device", one("x.html", e -> e.setUnixMode(0020666)), "DEVICE"),
                Arguments.of("pipe", one("x.html", e -> e.setUnixMode(0010666)), "DEVICE"),
                Arguments.of("case", Zips.of(Map.of("A.html", "a", "a.html", "b")), "SAME_BUT_FOR_CASE"),
                Arguments.of(
                        "unicode",
                        Zips.of(Map.of("caf\u00e9.html", "a", "cafe\u0301.html", "b")),
                        "SAME_BUT_FOR_UNICODE"),
                Arguments.of("long name", one("x".repeat(256), e -> {}), "NAME_TOO_LONG"),
                Arguments.of("too many", Zips.of(z -> many(z, 20_001)), "TOO_MANY_FILES"),
                Arguments.of("bomb", Zips.of(z -> Zips.add(z, "x.html", new byte[30 << 20], e -> {})), "BOMB"),
                Arguments.of("nothing in it", Zips.of(Map.of()), "EMPTY"),
                Arguments.of("only leftovers", Zips.of(Map.of(".DS_Store", "x")), "EMPTY"),
                Arguments.of("cut off", cut, "BROKEN"),
                Arguments.of("damaged", damaged, "BROKEN"),
                Arguments.of("locked", locked, "ENCRYPTED"),
                Arguments.of("no bytes", new byte[0], "NOT_A_ZIP"),
                Arguments.of("a text", "hello".getBytes(StandardCharsets.UTF_8), "NOT_A_ZIP"));
    }

    private static byte[] one(String name, Consumer<ZipArchiveEntry> tweak) {
        return Zips.of(z -> Zips.add(z, name, HELLO, tweak));
    }

    private static void many(ZipArchiveOutputStream zip, int count) {
        for (int i = 0; i < count; i++) {
            Zips.add(zip, i + ".html", HELLO, e -> e.setMethod(ZipEntry.STORED));
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("badZips")
    void aBadZipIsRefusedWithTheReasonAndNothingChanges(String what, byte[] bytes, String fault) {
        ApiClient.Answer answer = zip(bytes, true);
        assertThat(answer.is(422).json().get("type").asString()).isEqualTo("/problems/intake-refused");
        assertThat(answer.json().get("faults").get(0).get("kind").asString()).isEqualTo(fault);
        assertThat(answer.json().get("detail").asString()).endsWith("Nothing was changed.");
        assertThat(paths()).containsExactly("before.html");
    }

    @Test
    void aZipReplacesTheDraftOrIsAddedToIt() {
        byte[] zip = Zips.of(Map.of("site/index.html", "<p>one", "site/img/a.svg", "<svg/>", "__MACOSX/x", "y"));
        JsonNode taken = zip(zip, true).is(200).json();
        assertThat(taken.get("unwrapped").asString()).isEqualTo("site");
        assertThat(taken.get("leftovers").asInt()).isEqualTo(1);
        assertThat(paths()).containsExactly("img/a.svg", "index.html");
        zip(Zips.of(Map.of("more/b.html", "<p>two")), false).is(200);
        assertThat(paths()).containsExactly("img/a.svg", "index.html", "more/b.html");
        assertThat(zip(Zips.of(Map.of("a.png", "x")), true)
                        .is(200)
                        .json()
                        .get("hasPage")
                        .asBoolean())
                .isFalse();
    }

    @Test
    void aZipWithLegacyNamesIsRead() {
        byte[] zip = Zips.of(z -> {
            z.setEncoding("IBM437");
            z.setUseLanguageEncodingFlag(false);
            Zips.add(z, "gr\u00fc\u00dfe.html", HELLO, e -> {});
        });
        zip(zip, true).is(200);
        assertThat(paths()).containsExactly("gr\u00fc\u00dfe.html");
    }

    private static String hash(byte[] bytes) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    }

    @Test
    void ofAFolderOnlyWhatDiffersTravels() throws Exception {
        byte[] fresh = ("fresh " + site).getBytes(StandardCharsets.UTF_8);
        List<Map<String, Object>> files = List.of(
                Map.of("path", "site/index.html", "size", fresh.length, "hash", hash(fresh)),
                Map.of(
                        "path",
                        "site/before.html",
                        "size",
                        8,
                        "hash",
                        hash("was here".getBytes(StandardCharsets.UTF_8))));
        Map<String, Object> offer = Map.of("files", files);
        JsonNode answer = person.post(at("/offer"), offer).is(200).json();
        assertThat(answer.get("missing")).hasSize(1);
        assertThat(answer.get("missing").get(0).asString()).isEqualTo(hash(fresh));
        assertThat(answer.get("missingBytes").asInt()).isEqualTo(fresh.length);
        assertThat(person.post(at("/take"), offer).status()).isEqualTo(409);
        assertThat(person.ask("PUT", at("/contents/" + hash(fresh)), HELLO, "application/octet-stream")
                        .status())
                .isEqualTo(400);
        person.ask("PUT", at("/contents/" + hash(fresh)), fresh, "application/octet-stream")
                .is(204);
        person.post(at("/take"), offer).is(200);
        assertThat(paths()).containsExactly("before.html", "index.html");
        assertThat(person.post(at("/offer"), offer).json().get("missing")).isEmpty();
    }

    @Test
    void filesAndFoldersAreAddedRenamedDeletedAndBroughtBack() {
        person.putText(site, "img/note.txt", "x").is(200);
        person.ask("PUT", at("/files?path=img/b.png"), new byte[] {1, 2, 3}, "application/octet-stream")
                .is(200);
        person.post(at("/moves"), Map.of("from", "img/", "to", "pictures")).is(200);
        assertThat(paths()).containsExactly("before.html", "pictures/b.png", "pictures/note.txt");
        person.post(at("/moves"), Map.of("from", "before.html", "to", "pictures/b.png"))
                .is(400);
        person.post(at("/moves"), Map.of("from", "before.html", "to", "../x")).is(400);
        person.delete(at("/files?path=pictures/")).is(200);
        assertThat(paths()).containsExactly("before.html");
        person.post(at("/undo"), Map.of()).is(200);
        assertThat(paths()).contains("pictures/b.png");
        assertThat(person.get(at("/text?path=pictures/note.txt"))
                        .json()
                        .get("text")
                        .asString())
                .isEqualTo("x");
        assertThat(person.get(at("/text?path=pictures/b.png")).status()).isEqualTo(409);
    }

    @Test
    void aStaleChangeIsRefusedWithWhoWhatAndWhen() {
        long opened = person.draftRevision(site);
        person.putText(site, "a.html", "one", "If-Match", "\"" + opened + "\"").is(200);
        JsonNode stale = person.putText(site, "a.html", "two", "If-Match", "\"" + opened + "\"")
                .is(412)
                .json();
        assertThat(stale.get("changedBy").asString()).startsWith("Person");
        assertThat(stale.get("what").asString()).isEqualTo("edited a.html");
        assertThat(stale.get("changedAt").asString()).isNotEmpty();
        assertThat(person.get(at("/text?path=a.html")).json().get("text").asString())
                .isEqualTo("one");
    }

    @Test
    void aCopyTakesPagesSettingsOrBoth() {
        Map<String, Object> copy = Map.of("title", "Copy", "copyFrom", site, "pages", true, "settings", false);
        String made = person.post("/api/sites", copy).is(201).json().get("id").asString();
        assertThat(person.get("/api/sites/" + made + "/draft")
                        .json()
                        .get("count")
                        .asInt())
                .isEqualTo(1);
        person.put("/api/sites/" + site, Map.of("title", "Draft", "listed", false, "pinned", true))
                .is(200);
        Map<String, Object> settings = Map.of("title", "Like it", "copyFrom", site, "pages", false, "settings", true);
        JsonNode like = person.post("/api/sites", settings).is(201).json();
        assertThat(like.get("listed").asBoolean()).isFalse();
        assertThat(like.get("files").asInt()).isZero();
    }
}
