package evenharbor.core.who.access;

import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What a token may do. No token manages people or credentials: whoever gets hold of one must not make more of it.
 *
 * @param reach whether it may change anything
 * @param site the one site it may touch; empty for all of its person's
 */
public record TokenScope(Reach reach, Optional<String> site) {

    /** How far a token goes. */
    public enum Reach {
        READ,
        PUBLISH
    }

    /** Why a request by token is refused. */
    public enum Refusal {
        CREDENTIALS("A token manages neither people nor credentials. Sign in to do that."),
        READ_ONLY("This token may only read. Use one that may publish."),
        OTHER_SITE("This token is for one site, and this is not part of it.");

        private final String sentence;

        Refusal(String sentence) {
            this.sentence = sentence;
        }

        /** The reason, for whoever sent the request. */
        public String sentence() {
            return sentence;
        }
    }

    private static final Pattern CREDENTIALS = Pattern.compile(
            "/api/(session|sessions|people|sites/[^/]+/people|tokens|password|invitations|credential-events|accounts|account|profile"
                    + "|join|take-over|sites/[^/]+/hand-over|second-factor|passkeys|recovery|email)(/.*)?");

    /** What belongs to a site without naming it: whose site it is is seen when it is looked up. */
    private static final Pattern OF_SOME_SITE = Pattern.compile("/api/(publications|destinations|host-jobs)/.*");

    private static final Set<String> READING = Set.of("GET", "HEAD");

    /** Why a request is refused; empty when it is not. */
    public Optional<Refusal> refusal(String method, String path) {
        if (CREDENTIALS.matcher(path).matches()) {
            return Optional.of(Refusal.CREDENTIALS);
        }
        if (reach == Reach.READ && !READING.contains(method)) {
            return Optional.of(Refusal.READ_ONLY);
        }
        return site.isEmpty() || within(path) ? Optional.empty() : Optional.of(Refusal.OTHER_SITE);
    }

    private boolean within(String path) {
        String own = "/api/sites/" + site.orElseThrow();
        return path.equals(own)
                || path.startsWith(own + "/")
                || path.equals("/api/sites")
                || OF_SOME_SITE.matcher(path).matches();
    }
}
