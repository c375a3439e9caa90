package evenharbor.cli;

import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Lets an earlier version go live again. */
@Command(name = "restore", mixinStandardHelpOptions = true, description = "Lets VERSION go live again at once.")
final class Restore implements Runnable {

    @Mixin
    private Connection harbor;

    @Parameters(paramLabel = "VERSION", description = "The number of the version.")
    private int version;

    @Option(names = "--redirects", description = "Also restore its redirects.")
    private boolean redirects;

    @Override
    public void run() {
        JsonNode site = harbor.site();
        Map<String, Object> form = new LinkedHashMap<>();
        form.put("version", version);
        form.put("redirects", redirects);
        form.put("rightsConfirmed", null);
        JsonNode now = harbor.put("/api/sites/" + site.get("id").asString() + "/live/version", form);
        harbor.answer(
                "Version " + now.get("version").asInt() + " is live: " + Connection.link(site),
                Map.of("version", now.get("version").asInt(), "url", Connection.link(site)));
    }
}
