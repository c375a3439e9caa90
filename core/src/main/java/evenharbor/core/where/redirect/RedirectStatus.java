package evenharbor.core.where.redirect;

import java.util.Arrays;
import java.util.Optional;

/** What a redirect tells browsers and search engines (RFC 9110 sections 15.4 and 15.5.11). */
public enum RedirectStatus {
    /** For good. */
    MOVED(301, true, false),
    /** For now. */
    FOR_NOW(302, false, false),
    /** For now, and what was sent (a form) is sent again. */
    FOR_NOW_SAME_METHOD(307, false, true),
    /** For good, and what was sent (a form) is sent again. */
    MOVED_SAME_METHOD(308, true, true),
    /** There is nothing any more, on purpose. */
    GONE(410, true, false);

    private final int code;
    private final boolean forGood;
    private final boolean sameMethod;

    RedirectStatus(int code, boolean forGood, boolean sameMethod) {
        this.code = code;
        this.forGood = forGood;
        this.sameMethod = sameMethod;
    }

    /** The HTTP status code. */
    public int code() {
        return code;
    }

    /** The status with this code. */
    public static Optional<RedirectStatus> of(int code) {
        return Arrays.stream(values()).filter(s -> s.code == code).findFirst();
    }

    /** What one hop may say in place of two. */
    RedirectStatus before(RedirectStatus next) {
        if (next == GONE) {
            return GONE;
        }
        boolean both = sameMethod && next.sameMethod;
        return forGood && next.forGood ? both ? MOVED_SAME_METHOD : MOVED : both ? FOR_NOW_SAME_METHOD : FOR_NOW;
    }
}
