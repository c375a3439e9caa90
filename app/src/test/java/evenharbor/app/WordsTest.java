package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One word for one thing: no label, sentence or public name of the API holds a word that was struck. */
class WordsTest {

    /** What is not said, in a sentence or on a button. */
    private static final Pattern STRUCK = Pattern.compile(String.join(
            "|",
            "Look (it|now|again|at it)\\b",
            "\\bLooked\\b",
            "\\bMend\\b",
            "needs? mending",
            "visits? found nothing",
            "\\bLead (to|on|elsewhere|the)\\b",
            "\\bIt is gone\\b",
            "surely moved",
            "Bring in\\b",
            "\\bTake in\\b",
            "[Tt]ook in\\b",
            "made empty",
            "Take all along",
            "Hold all back",
            "ours to publish",
            "leave to use",
            "Restore into",
            "come back too",
            "Put it live",
            "never cleaned up",
            "if you like",
            "Make (it\\b(?! the)|the site)",
            "What is linked to",
            "Letters, query",
            "Follow it",
            "Ask the live site",
            "It worked once",
            "it came, whole",
            "promise to come",
            "Raise it",
            "brought, not proven",
            "It is mine",
            "Let it go",
            "names that no address claims",
            "as the draft is",
            "Not put there by us",
            "note it as published",
            "readable on the way",
            "folder of this machine",
            "Sent by",
            "Seen at",
            "the account’s own",
            "Leave it\\b",
            "First password",
            "What the account is for",
            "Only (\\w+ )*(whose|with)",
            "Nothing is called that",
            "Fetching",
            "slip of the pen",
            "minutes on\\b",
            "in the request needs"));

    private static final Pattern SAID =
            Pattern.compile("\"((?:[^\"\\\\\\n]|\\\\.)*)\"|'((?:[^'\\\\\\n]|\\\\.)*)'|`([^`]*)`|>([^<>{}]+)<");

    /** Parts of a path or name of the API that puzzle a newcomer. */
    private static final Set<String> STRUCK_NAMES = Set.of(
            "apart",
            "holds",
            "was",
            "happens",
            "catchingSite",
            "sense",
            "yield",
            "trying",
            "promise",
            "sending-on",
            "looks",
            "forgetting",
            "takings",
            "manner",
            "lead");

    @Test
    void nothingStruckIsSaid() throws IOException {
        List<String> found = new ArrayList<>();
        for (String room : List.of("../web/src", "../app/src/main", "../core/src/main")) {
            try (Stream<Path> files = Files.walk(Path.of(room))) {
                for (Path file : (Iterable<Path>)
                        files.filter(f -> f.toString().matches(".*\\.(java|tsx?|properties)"))::iterator) {
                    if (!file.endsWith("schema.d.ts")) {
                        said(Files.readString(file)).forEach(words -> {
                            if (STRUCK.matcher(words).find()) {
                                found.add(file.getFileName() + ": " + words.strip());
                            }
                        });
                    }
                }
            }
        }
        assertThat(found).isEmpty();
    }

    /** What is between quotes or tags, comments left out. */
    private static Stream<String> said(String source) {
        String code = source.replaceAll("(?m)^\\s*(\\*|//|/\\*).*$", "");
        return SAID.matcher(code)
                .results()
                .map(m -> Stream.of(m.group(1), m.group(2), m.group(3), m.group(4))
                        .filter(g -> g != null)
                        .findFirst()
                        .orElse(""));
    }

    @Test
    void theReaderOfSourcesSeesLabelsAndSentences() {
        assertThat(said("<Button>\n  Look now\n</Button> x('It is gone')\n// \"Raise it\"\na(`Lead to ${b}`)"))
                .filteredOn(words -> STRUCK.matcher(words).find())
                .hasSize(3);
    }

    @Test
    void noPublicNameIsStruck() throws IOException {
        JsonNode api = JsonMapper.builder()
                .build()
                .readTree(Files.readString(Path.of("..", "web", "src", "common", "api", "openapi.json")));
        Set<String> names = new TreeSet<>();
        api.get("paths").propertyNames().forEach(path -> names.addAll(List.of(path.split("/"))));
        collect(api.get("components").get("schemas"), names);
        assertThat(names).hasSizeGreaterThan(300);
        names.retainAll(STRUCK_NAMES);
        assertThat(names).isEmpty();
    }

    private static void collect(JsonNode schemas, Set<String> names) {
        for (JsonNode schema : schemas) {
            if (schema.has("properties")) {
                schema.get("properties").propertyNames().forEach(names::add);
            }
        }
    }
}
