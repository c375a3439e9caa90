package evenharbor.app.common.web;

import java.nio.charset.StandardCharsets;
import org.springframework.boot.jackson.JacksonComponent;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.jdk.StringDeserializer;

/**
 * Refuses text with half a character in it (RFC 8259, section 8.2): JSON can write half of a surrogate pair, which is no text,
 * cannot be kept, and is nothing that readers of names, paths and URLs have to reckon with.
 */
@JacksonComponent
class WholeText extends StringDeserializer {

    @Override
    public String deserialize(JsonParser parser, DeserializationContext context) {
        String text = super.deserialize(parser, context);
        if (text != null && !StandardCharsets.UTF_8.newEncoder().canEncode(text)) {
            throw context.weirdStringException(text, String.class, "it holds half a character");
        }
        return text;
    }
}
