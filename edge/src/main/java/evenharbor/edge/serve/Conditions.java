package evenharbor.edge.serve;

import java.util.List;
import java.util.regex.Pattern;
import org.eclipse.jetty.http.ByteRange;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;

/** Conditional requests and ranges (RFC 9110 sections 13 and 14). */
final class Conditions {

    private static final Pattern LONG_NUMBER = Pattern.compile("[0-9]{19,}");

    private Conditions() {}

    /** Whether the visitor holds this very form already: If-None-Match, compared weakly (section 13.1.2). */
    static boolean holds(HttpFields request, Fields.Tag tag) {
        String field = request.get(HttpHeader.IF_NONE_MATCH);
        return field != null && lists(field, tag, true);
    }

    /** Whether the visitor insists on another form than there is: If-Match, compared strongly (section 13.1.1). */
    static boolean insistsOnOther(HttpFields request, Fields.Tag tag) {
        String field = request.get(HttpHeader.IF_MATCH);
        return field != null && !lists(field, tag, false);
    }

    private static boolean lists(String field, Fields.Tag tag, boolean weakly) {
        if (field.strip().equals("*")) {
            return true;
        }
        for (String member : field.split(",")) {
            String one = member.strip();
            if (one.equals(tag.value())
                    || (weakly && one.startsWith("W/") && one.substring(2).equals(tag.value()))) {
                return true;
            }
        }
        return false;
    }

    /** Whether a range may be answered: it is asked for, and If-Range, if given, names this very content. */
    static boolean wantsRange(HttpFields request, Fields.Tag identity) {
        if (!request.contains(HttpHeader.RANGE)) {
            return false;
        }
        String ifRange = request.get(HttpHeader.IF_RANGE);
        return ifRange == null || ifRange.strip().equals(identity.value());
    }

    /**
     * The ranges asked for that lie within the content; empty when none does. Null when the field is no byte range and
     * is to be passed over (section 14.2).
     */
    static List<ByteRange> ranges(HttpFields request, long size) {
        List<String> field = request.getValuesList(HttpHeader.RANGE);
        if (field.size() != 1 || !field.get(0).strip().matches("bytes\\s*=\\s*[0-9,\\s-]*[0-9][0-9,\\s-]*")) {
            return null;
        }
        // A position beyond what a long holds lies beyond every content (section 14.1.2).
        List<String> bounded =
                List.of(LONG_NUMBER.matcher(field.get(0)).replaceAll(String.valueOf(Long.MAX_VALUE / 2)));
        return ByteRange.parse(bounded, size);
    }
}
