package evenharbor.app.overview.message;

import evenharbor.core.who.message.MessageKind;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * What a message says, but for its id.
 *
 * @param at when it happened, as ISO 8601 has it
 * @param sequence ascending in the order in which things happened; 0 for one to try the way
 * @param site null for what belongs to none
 * @param what what happened, in words
 * @param by who did it; empty for what Even Harbor did by itself
 */
record Body(MessageKind kind, String at, long sequence, SiteBody site, String what, String by) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** The site that it is about. @param url where visitors find it; null while it has no address */
    record SiteBody(String id, String title, String url) {}

    String json(String id) {
        return JSON.createObjectNode()
                .put("id", id)
                .setAll(JSON.<ObjectNode>valueToTree(this))
                .toString();
    }
}
