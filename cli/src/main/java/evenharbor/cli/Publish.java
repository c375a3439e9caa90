package evenharbor.cli;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Future;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Makes a folder the draft of a site, and publishes it, now or later. */
@Command(
        name = "publish",
        mixinStandardHelpOptions = true,
        description = "Makes FOLDER the draft of a site, sends only what differs, and publishes it.")
final class Publish implements Runnable {

    @Mixin
    private Connection harbor;

    @Parameters(paramLabel = "FOLDER", description = "The folder with the pages.")
    private Path folder;

    @Option(names = "--draft", description = "Only change the draft: visitors see nothing of it yet.")
    private boolean draftOnly;

    @Option(
            names = "--at",
            paramLabel = "TIME",
            description = "Plan the publish for a time of this machine's zone, as 2027-03-05T18:30.")
    private String at;

    @Option(names = "--confirm-rights", description = "Say, once for each site, that you may publish its content.")
    private boolean rights;

    @Option(names = "--quiet", description = "Show no progress.")
    private boolean quiet;

    @Override
    public void run() {
        LocalDateTime planned = at == null ? null : time(at);
        Future<Folder.Reading> reading = Folder.begin(folder);
        JsonNode site = harbor.site();
        Sending sending = new Sending(harbor, quiet);
        JsonNode draft = sending.draft(site, reading);
        try {
            goOn(site, sending, draft, planned);
        } catch (Failure e) {
            throw new Failure(
                    e.code(),
                    e.getMessage() + System.lineSeparator()
                            + "The draft is as the folder is, and was not published by this.");
        }
    }

    private void goOn(JsonNode site, Sending sending, JsonNode draft, LocalDateTime planned) {
        if (planned != null) {
            plan(site, sending, planned, draft.get("revision").asLong());
        } else if (draftOnly) {
            harbor.answer(
                    "The draft of " + site.get("title").asString() + " has "
                            + draft.get("count").asInt() + " files now.",
                    sending.values(site, draft.get("revision").asLong(), null));
        } else {
            sending.publish(site, rights);
        }
    }

    private static LocalDateTime time(String typed) {
        try {
            return LocalDateTime.parse(typed);
        } catch (DateTimeParseException e) {
            throw new Failure(Failure.REFUSED, "“" + typed + "” is no time. Write it as 2027-03-05T18:30.");
        }
    }

    private void plan(JsonNode site, Sending sending, LocalDateTime time, long revision) {
        Map<String, Object> form = new LinkedHashMap<>();
        form.put("kind", "PUBLISH_DRAFT");
        form.put("version", null);
        form.put("redirects", true);
        form.put("everywhere", false);
        form.put("closing", null);
        form.put("addressId", null);
        form.put("destinationId", null);
        form.put("starts", time.toString());
        form.put("ends", null);
        form.put("zone", ZoneId.systemDefault().getId());
        form.put("second", false);
        form.put("repeat", null);
        JsonNode plan = harbor.post(
                "/api/sites/" + site.get("id").asString() + "/plans",
                form,
                Connection.ONCE,
                UUID.randomUUID().toString());
        Map<String, Object> values = sending.values(site, revision, null);
        values.put("plan", plan.get("id").asString());
        values.put("at", plan.get("nextAt").asString());
        harbor.answer("Planned: " + plan.get("words").asString(), values);
    }
}
