package evenharbor.app.overview.message;

import evenharbor.core.who.message.MessageKind;
import java.util.Optional;
import java.util.Set;

/**
 * A program that is told what happened.
 *
 * @param siteId the one site that it is told of; empty for all of the account
 * @param name what people call it
 * @param url where messages go
 * @param kinds what it is told of
 * @param running whether messages are written for it
 */
public record Receiver(
        String id,
        String accountId,
        Optional<String> siteId,
        String name,
        String url,
        Set<MessageKind> kinds,
        boolean running) {

    /** Whether it wants to hear of something. @param site empty for what belongs to no site */
    boolean wants(MessageKind kind, String site) {
        return running && kinds.contains(kind) && siteId.map(site::equals).orElse(true);
    }
}
