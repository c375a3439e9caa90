package evenharbor.cli;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

/** Redirects of a site. */
@Command(
        name = "redirects",
        mixinStandardHelpOptions = true,
        description = "Redirects of a site.",
        subcommands = Redirects.Import.class,
        synopsisSubcommandLabel = "COMMAND")
final class Redirects implements Runnable {

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "Say what to do with the redirects.");
    }

    /** Adds those of a file, as the page Import redirects does: all of them, or none where one is wrong. */
    @Command(
            name = "import",
            mixinStandardHelpOptions = true,
            description =
                    "Adds the redirects of FILE, a CSV with the columns from and to; changes those that are there.")
    static final class Import implements Runnable {

        @Mixin
        private Connection harbor;

        @Parameters(paramLabel = "FILE", description = "The CSV file.")
        private Path file;

        @Option(names = "--skip-wrong", description = "Import the others where lines are wrong; else nothing.")
        private boolean skipWrong;

        @Option(names = "--live", description = "Also let visitors meet them now; else with the next publish.")
        private boolean live;

        @Override
        public void run() {
            JsonNode site = harbor.site();
            String at = "/api/sites/" + site.get("id").asString() + "/redirects";
            long revision = harbor.get(at).get("revision").asLong();
            JsonNode lines = harbor.post(at + "/file/assessment", Map.of("text", text()));
            List<JsonNode> rules = new ArrayList<>();
            List<String> wrong = new ArrayList<>();
            int same = 0;
            for (JsonNode line : lines) {
                switch (line.get("outcome").asString()) {
                    case "NEW", "CHANGED" -> rules.add(line.get("rule"));
                    case "WRONG" ->
                        wrong.add("  line " + line.get("line").asInt() + ": "
                                + line.at("/faults/0/sentence").asString(""));
                    default -> same++;
                }
            }
            if (!wrong.isEmpty() && !skipWrong) {
                throw new Failure(
                        Failure.REFUSED,
                        counted(wrong.size(), "line is wrong", "lines are wrong") + ". Nothing was imported:"
                                + System.lineSeparator() + String.join(System.lineSeparator(), wrong));
            }
            wrong.forEach(System.err::println);
            if (!rules.isEmpty()) {
                Map<String, Object> changes = new LinkedHashMap<>();
                changes.put("put", rules);
                changes.put("remove", List.of());
                changes.put("what", "imported " + counted(rules.size(), "redirect", "redirects"));
                revision = harbor.post(at + "/changes", changes, "If-Match", "\"" + revision + "\"")
                        .get("revision")
                        .asLong();
            }
            if (live) {
                goLive(at, revision);
            }
            harbor.answer(
                    "Imported " + counted(rules.size(), "redirect", "redirects") + ", " + same + " were there already"
                            + (wrong.isEmpty() ? "" : ", " + counted(wrong.size(), "line", "lines") + " left out")
                            + (live ? ". Visitors meet them now." : ". Visitors meet them with the next publish."),
                    Map.of("imported", rules.size(), "same", same, "wrong", wrong.size(), "live", live));
        }

        private void goLive(String at, long revision) {
            try {
                harbor.post(at + "/live", Map.of(), "If-Match", "\"" + revision + "\"");
            } catch (Failure e) {
                throw new Failure(
                        e.code(),
                        e.getMessage() + System.lineSeparator()
                                + "The redirects are imported; visitors do not meet them yet.");
            }
        }

        private String text() {
            try {
                return Files.readString(file);
            } catch (CharacterCodingException e) {
                throw new Failure(Failure.REFUSED, file + " is no UTF-8 text. Save it as UTF-8. Nothing was changed.");
            } catch (IOException e) {
                throw new Failure(Failure.REFUSED, file + " cannot be read. Nothing was changed.");
            }
        }

        private static String counted(int count, String one, String many) {
            return count + " " + (count == 1 ? one : many);
        }
    }
}
