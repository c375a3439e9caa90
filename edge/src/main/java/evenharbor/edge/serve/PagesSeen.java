package evenharbor.edge.serve;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.Passes;
import java.time.Clock;
import java.time.Duration;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;

/** How many pages visitors saw that ask to register after some. */
final class PagesSeen {

    private static final String SEEN = "harbor-seen-";
    private static final String COUNTED = PagesSeen.class.getName();
    private static final Duration SEEN_FOR = Duration.ofDays(30);

    private final Passes passes;
    private final Clock clock;

    PagesSeen(Passes passes, Clock clock) {
        this.passes = passes;
        this.clock = clock;
    }

    /**
     * Whether a visitor who has not registered may see this, because they have not seen as many pages yet as anyone may. What
     * a page loads does not count. How many they saw is signed, so that nobody counts for themselves.
     */
    boolean oneMore(Decision.Ask ask, String host, Request request, Response response) {
        Guard guard = ask.guard();
        if (!(guard.audience() instanceof Audience.Registered registered)
                || registered.after() == 0
                || HttpMethod.POST.is(request.getMethod())) {
            return false;
        }
        Guard counting = new Guard(guard.id() + "-seen", guard.generation(), guard.audience());
        int seen = EntranceCookies.of(request, SEEN + guard.id())
                .flatMap(pass -> passes.holder(pass, host, counting, clock.instant()))
                .map(Integer::parseInt)
                .orElse(0);
        boolean page = ask.behind() instanceof Decision.Serve serve
                && serve.file().mediaType().startsWith("text/html");
        if (!page) {
            return seen <= registered.after();
        }
        if (seen >= registered.after()) {
            return false;
        }
        if (request.getAttribute(COUNTED) == null) {
            request.setAttribute(COUNTED, Boolean.TRUE);
            EntranceCookies.set(
                    response,
                    request,
                    SEEN + guard.id(),
                    passes.issue(
                            host,
                            counting,
                            Integer.toString(seen + 1),
                            clock.instant().plus(SEEN_FOR)),
                    SEEN_FOR);
        }
        return true;
    }
}
