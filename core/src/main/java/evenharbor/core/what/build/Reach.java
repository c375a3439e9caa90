package evenharbor.core.what.build;

import evenharbor.core.what.site.UnlistedParts;
import java.util.Map;

/**
 * Where visitors reach what is built, as far as the pages have to say so.
 *
 * @param address the URL of the public main address without a slash at its end; empty where there is none to tell of: on
 *     trials, in previews, in downloads
 * @param listed whether search engines may list it
 * @param unlisted the parts of it that they may not, and those that are not for everyone
 * @param code whether own code is built in
 * @param expires the day until which facts about security hold, as {@code 2027-06-01}; empty for not at all
 * @param days when pages first came out, by path, as {@code 2026-05-14}; those that it is not known of are absent
 */
public record Reach(
        String address,
        boolean listed,
        UnlistedParts unlisted,
        boolean code,
        String expires,
        Map<String, String> days) {

    /** Copies the days. */
    public Reach {
        days = Map.copyOf(days);
    }

    /** Of pages of which it is not known when they came out. */
    public Reach(String address, boolean listed, UnlistedParts unlisted, boolean code, String expires) {
        this(address, listed, unlisted, code, expires, Map.of());
    }

    /** Of a preview: nobody is told where it is, and own code does not run in it. */
    public static final Reach PREVIEW = new Reach("", false, UnlistedParts.NONE, false, "");

    /** Of what people may visit but nobody is told of. */
    public static final Reach UNTOLD = new Reach("", false, UnlistedParts.NONE, true, "");

    /** Whether the world is told of what is there. */
    boolean told() {
        return !address.isEmpty();
    }

    /** Whether the address is a whole host: some files are asked for at its top only. */
    boolean wholeHost() {
        return told() && address.indexOf('/', address.indexOf("://") + 3) < 0;
    }
}
