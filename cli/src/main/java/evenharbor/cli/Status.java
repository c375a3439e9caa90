package evenharbor.cli;

import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** Says how a site is. */
@Command(name = "status", mixinStandardHelpOptions = true, description = "Says whether a site is live, and what waits.")
final class Status implements Runnable {

    @Mixin
    private Connection harbor;

    @Override
    public void run() {
        JsonNode site = harbor.site();
        String version = site.get("liveVersion").isNull()
                ? ""
                : ", version " + site.get("liveVersion").asInt();
        int changes = site.get("changes").asInt();
        Map<String, Object> values = new LinkedHashMap<>();
        values.put("site", site.get("id").asString());
        values.put("state", site.get("state").asString());
        values.put(
                "version",
                site.get("liveVersion").isNull()
                        ? null
                        : site.get("liveVersion").asInt());
        values.put("changes", changes);
        values.put("url", Connection.link(site));
        harbor.answer(
                site.get("title").asString() + ": " + words(site.get("state").asString()) + version + ", "
                        + (changes == 0
                                ? "nothing to publish"
                                : changes == 1 ? "1 change to publish" : changes + " changes to publish")
                        + (Connection.link(site).isEmpty() ? "" : System.lineSeparator() + Connection.link(site)),
                values);
    }

    private static String words(String state) {
        return switch (state) {
            case "LIVE" -> "live";
            case "CLOSED" -> "closed for now";
            case "BEING_PUBLISHED" -> "being published";
            default -> "not live";
        };
    }
}
