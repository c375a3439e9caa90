package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import java.util.OptionalLong;

/** Revisions in If-Match and ETag fields (RFC 9110 section 13.1.1). */
public final class IfMatch {

    private IfMatch() {}

    /** The revision a request insists on; empty when it insists on none. */
    public static OptionalLong revision(String field) {
        if (field == null || field.isBlank() || field.equals("*")) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(Long.parseLong(field.strip().replace("\"", "")));
        } catch (NumberFormatException e) {
            throw Problem.field("If-Match", "If-Match takes a revision in quotes, such as \"7\".");
        }
    }

    /** The entity tag of a revision. */
    public static String tag(long revision) {
        return "\"" + revision + "\"";
    }
}
