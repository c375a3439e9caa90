package evenharbor.bench;

import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import evenharbor.core.what.finding.SiteFindings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Holds what findings say of the markup of real pages against the Nu Html Checker, page by page, for a sample of them. */
public final class NuJudge {

    private static final int SAMPLE = 200;
    private static final int SHOWN = 8;

    /** What the checker says of each kind. */
    private static final Map<FindingKind, Pattern> SAID = new EnumMap<>(Map.of(
            FindingKind.ID_TWICE, Pattern.compile("^Duplicate ID"),
            FindingKind.DOCTYPE_MISSING, Pattern.compile("without seeing a doctype first"),
            FindingKind.LANGUAGE_MISSING, Pattern.compile("^Consider adding a “lang” attribute"),
            FindingKind.TITLE_MISSING, Pattern.compile("child element “title”|“title” must not be empty"),
            FindingKind.PICTURE_WORDLESS, Pattern.compile("“img” element must have an “alt”"),
            FindingKind.MARKUP_ODD,
                    Pattern.compile("^Stray end tag|^Unclosed element|seen, but there were open elements"
                            + "|^Self-closing syntax|violates nesting rules|no “p” element in scope|^No “p” element"
                            + "|same type was already open|^End of file (?:seen|inside|occurred)|^End tag “br”")));

    private NuJudge() {}

    /** Arguments: the checker's jar, a folder to work in, then folders of pages. */
    public static void main(String[] arguments) throws Exception {
        for (String folder : List.of(arguments).subList(2, arguments.length)) {
            judge(Path.of(arguments[0]), Path.of(folder), Files.createDirectories(Path.of(arguments[1])));
        }
    }

    private static void judge(Path jar, Path folder, Path work) throws Exception {
        SiteFindings findings = RealPages.in(folder, work).findings();
        List<String> pages = findings.weights().stream()
                .map(SiteFindings.PageWeight::path)
                .sorted()
                .toList();
        int step = Math.max(1, pages.size() / SAMPLE);
        List<String> sample = new ArrayList<>();
        for (int i = 0; i < pages.size(); i += step) {
            sample.add(pages.get(i));
        }
        Map<FindingKind, Map<String, String>> theirs = checked(jar, folder, sample, work);
        System.out.printf("%s: %d of %d pages%n", folder, sample.size(), pages.size());
        SAID.keySet().forEach(kind -> {
            Map<String, List<Finding>> ours = findings.all().stream()
                    .filter(finding -> finding.kind() == kind && sample.contains(finding.path()))
                    .collect(Collectors.groupingBy(Finding::path));
            Map<String, String> said = theirs.getOrDefault(kind, Map.of());
            Set<String> both = new TreeSet<>(ours.keySet());
            both.retainAll(said.keySet());
            System.out.printf(
                    "  %-16s ours %d pages, the checker's %d, both %d%n", kind, ours.size(), said.size(), both.size());
            ours.keySet().stream()
                    .filter(page -> !said.containsKey(page))
                    .limit(SHOWN)
                    .forEach(page -> System.out.println("    only ours: " + page + ":"
                            + ours.get(page).get(0).line() + " "
                            + ours.get(page).get(0).subject()));
            said.keySet().stream()
                    .filter(page -> !ours.containsKey(page))
                    .limit(SHOWN)
                    .forEach(page -> System.out.println("    only the checker's: " + page + ":" + said.get(page)));
        });
    }

    /** The first thing that it says of each page, by kind and path. */
    private static Map<FindingKind, Map<String, String>> checked(Path jar, Path folder, List<String> sample, Path work)
            throws IOException, InterruptedException {
        Path told = work.resolve("nu.json");
        List<String> command = new ArrayList<>(
                List.of("java", "-Xss8m", "-jar", jar.toString(), "--format", "json", "--exit-zero-always"));
        sample.forEach(page -> command.add(folder.resolve(page).toString()));
        new ProcessBuilder(command)
                .redirectError(told.toFile())
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
        Map<FindingKind, Map<String, String>> all = new HashMap<>();
        for (JsonNode message : JsonMapper.shared().readTree(told.toFile()).get("messages")) {
            String url = message.path("url").asString();
            String page = folder.toUri().relativize(java.net.URI.create(url)).getPath();
            SAID.forEach((kind, said) -> {
                if (said.matcher(message.path("message").asString()).find()) {
                    all.computeIfAbsent(kind, k -> new HashMap<>())
                            .putIfAbsent(
                                    page,
                                    message.path("lastLine").asInt() + " "
                                            + message.path("message").asString());
                }
            });
        }
        return all;
    }
}
