package evenharbor.cli;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Follows a folder: whenever it rests after a change, its state goes to the harbor. */
@Command(
        name = "watch",
        mixinStandardHelpOptions = true,
        description = "Makes FOLDER the draft of a site each time that it rests after a change, until it is stopped.")
final class Watch implements Runnable {

    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(1);

    @Mixin
    private Connection harbor;

    @Parameters(paramLabel = "FOLDER", description = "The folder with the pages.")
    private Path folder;

    @Option(names = "--publish", description = "Publish each time, rather than only change the draft.")
    private boolean publishes;

    @Option(names = "--confirm-rights", description = "Say, once for each site, that you may publish its content.")
    private boolean rights;

    @Override
    public void run() {
        JsonNode site = harbor.site();
        Sending sending = new Sending(harbor, true);
        Map<String, String> sent = Map.of();
        Map<String, String> seen = Map.of();
        while (true) {
            Map<String, String> now = Folder.glance(folder);
            // It rests when two looks in a row see the same.
            if (now.equals(seen) && !now.equals(sent)) {
                send(site, sending);
                sent = now;
            }
            seen = now;
            Connection.pause(BETWEEN_LOOKS);
        }
    }

    /** What fails now is tried again with the next change. */
    private void send(JsonNode site, Sending sending) {
        try {
            JsonNode draft = sending.draft(site, Folder.begin(folder));
            if (publishes) {
                sending.publish(site, rights);
            } else {
                harbor.answer(
                        "The draft has " + draft.get("count").asInt() + " files now.",
                        sending.values(site, draft.get("revision").asLong(), null));
            }
        } catch (Failure e) {
            System.err.println(e.getMessage());
        }
    }
}
