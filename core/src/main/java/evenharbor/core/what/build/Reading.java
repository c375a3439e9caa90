package evenharbor.core.what.build;

import java.util.List;

/** What is read of a page or style sheet, once for each content. @param head what it says of itself; of a style sheet nothing */
public record Reading(List<Reference> references, Head head) {

    /** Of what cannot be read. */
    public static final Reading NONE = new Reading(List.of(), Head.NONE);

    /** How much memory it takes, in references. */
    public int weight() {
        return references.size() + head.said().size() + 2;
    }
}
