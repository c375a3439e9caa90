package evenharbor.cli;

import java.nio.file.Path;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Fetches the files of a version. */
@Command(name = "export", mixinStandardHelpOptions = true, description = "Fetches the files of a version as a ZIP.")
final class Export implements Runnable {

    @Mixin
    private Connection harbor;

    @Parameters(paramLabel = "FILE", description = "The ZIP to write.")
    private Path file;

    @Option(
            names = "--version-number",
            paramLabel = "VERSION",
            description = "The number of the version; else the one that is live, or was last.")
    private Integer version;

    @Override
    public void run() {
        JsonNode site = harbor.site();
        if (version == null && site.get("liveVersion").isNull()) {
            throw new Failure(Failure.REFUSED, site.get("title").asString() + " has not been live yet.");
        }
        int number = version == null ? site.get("liveVersion").asInt() : version;
        harbor.getFile("/api/sites/" + site.get("id").asString() + "/versions/" + number + "/zip", file);
        harbor.answer("Version " + number + " is in " + file + ".", Map.of("version", number, "file", file.toString()));
    }
}
