package evenharbor.core.harbor.outcome;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.Journey;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.VisitorRequest;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * What a visitor ends with, after all redirects, and once they were let in where they are asked first.
 *
 * @param end how the way ends
 * @param status HTTP status code of the last answer
 * @param place where it ends: a path at the host name asked, else a URL without its scheme
 * @param content hash of the page's content; empty when it ends with no page
 * @param asked whether they are asked on the way whether they may come in
 */
public record Outcome(Journey.End end, int status, String place, String content, boolean asked) {

    /** What a request comes to. */
    static Outcome of(Routes routes, VisitorRequest request) {
        Decision first = routes.decide(request);
        if (first instanceof Decision.Serve serve) {
            return new Outcome(
                    Journey.End.PAGE, 200, request.path(), serve.file().hash(), false);
        }
        AtomicBoolean asked = new AtomicBoolean();
        Journey journey = Journey.of(routes, request, decision -> {
            asked.compareAndSet(false, decision instanceof Decision.Ask);
            return behind(decision);
        });
        Journey.Hop last = journey.hops().get(journey.hops().size() - 1);
        if (journey.end() == Journey.End.OUTSIDE) {
            String place = last.location().replaceFirst("^https?://", "");
            return new Outcome(journey.end(), last.status(), place, "", asked.get());
        }
        String place = last.host().equals(request.host()) ? last.path() : last.host() + last.path();
        return new Outcome(journey.end(), last.status(), place, content(routes, last, request.second()), asked.get());
    }

    private static Decision behind(Decision decision) {
        return decision instanceof Decision.Ask ask ? ask.behind() : decision;
    }

    private static String content(Routes routes, Journey.Hop last, long second) {
        Decision decision = behind(routes.decide(new VisitorRequest(last.host(), last.path(), last.query(), second)));
        return decision instanceof Decision.Serve serve ? serve.file().hash() : "";
    }

    /** Whether a visitor gets a page, here or elsewhere. */
    public boolean reaches() {
        return end == Journey.End.PAGE || end == Journey.End.OUTSIDE;
    }
}
