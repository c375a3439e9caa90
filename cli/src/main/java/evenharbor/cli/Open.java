package evenharbor.cli;

import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** Prints where visitors see a site. */
@Command(name = "open", mixinStandardHelpOptions = true, description = "Prints the link that visitors open.")
final class Open implements Runnable {

    @Mixin
    private Connection harbor;

    @Override
    public void run() {
        JsonNode site = harbor.site();
        String link = Connection.link(site);
        if (link.isEmpty()) {
            throw new Failure(Failure.REFUSED, site.get("title").asString() + " has no address yet.");
        }
        harbor.answer(link, Map.of("url", link));
    }
}
