package evenharbor.core.harbor.route;

import java.net.URI;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * Where a request ends, hop by hop, as a browser would follow it.
 *
 * @param hops what each request on the way gets, the first request first
 * @param end how it ends
 */
public record Journey(List<Hop> hops, End end) {

    /** Browsers give up after about so many hops. */
    public static final int MOST_HOPS = 20;

    /**
     * One request on the way.
     *
     * @param host host name asked
     * @param path decoded path asked
     * @param query query asked; empty when there is none
     * @param status HTTP status code of the answer
     * @param location where it sends on to; empty when it does not
     * @param redirect id of the redirect that decided; empty when none did
     */
    public record Hop(String host, String path, String query, int status, String location, Optional<String> redirect) {}

    /** How a way can end. */
    public enum End {
        /** With a page or file. */
        PAGE,
        /** With a page that is gone on purpose. */
        GONE,
        /** The notice of a site that is closed. */
        CLOSED,
        /** Where visitors are asked first whether they may come in. */
        ASKED,
        /** With nothing: the site has no such page. */
        MISSING,
        /** With nothing: no site answers at the host name. */
        NOTHING_HERE,
        /** At someone else's site. */
        OUTSIDE,
        /** Never: it goes round in a ring, or through too many hops. */
        LOOP
    }

    /**
     * Follows a request.
     *
     * @param routes what answers at which host name
     * @param start host name, decoded path and query of the first request, and the time of all of them
     */
    public static Journey of(Routes routes, VisitorRequest start) {
        return of(routes, start, decision -> decision);
    }

    /**
     * Follows a request of a visitor who meets decisions in a way of their own.
     *
     * @param gets what such a visitor gets of what was decided, such as what lies behind a question
     */
    public static Journey of(Routes routes, VisitorRequest start, UnaryOperator<Decision> gets) {
        List<Hop> hops = new ArrayList<>();
        Set<VisitorRequest> met = new HashSet<>();
        VisitorRequest at = start;
        while (hops.size() < MOST_HOPS && met.add(at)) {
            Decision decision = gets.apply(routes.decide(at));
            if (decision instanceof Decision.Forward forward) {
                String location = forward.location()
                        + (forward.keepsQuery() && !at.query().isEmpty() ? "?" + at.query() : "");
                hops.add(new Hop(
                        at.host(),
                        at.path(),
                        at.query(),
                        forward.status(),
                        location,
                        forward.by().map(Decision.Followed::redirect)));
                URI next = URI.create(location);
                String host = next.getHost() == null ? at.host() : next.getHost();
                if (!routes.answers(host)) {
                    return new Journey(List.copyOf(hops), End.OUTSIDE);
                }
                String path = next.getPath() == null || next.getPath().isEmpty() ? "/" : next.getPath();
                at = new VisitorRequest(
                        host, path, Optional.ofNullable(next.getRawQuery()).orElse(""), at.second());
            } else {
                hops.add(new Hop(at.host(), at.path(), at.query(), status(decision), "", redirect(decision)));
                return new Journey(List.copyOf(hops), end(decision));
            }
        }
        return new Journey(List.copyOf(hops), End.LOOP);
    }

    private static Optional<String> redirect(Decision decision) {
        return decision instanceof Decision.Gone gone ? Optional.of(gone.by().redirect()) : Optional.empty();
    }

    private static int status(Decision decision) {
        if (decision instanceof Decision.Ask) {
            return 403;
        }
        if (decision instanceof Decision.Closed) {
            return 503;
        }
        return decision instanceof Decision.Serve ? 200 : decision instanceof Decision.Gone ? 410 : 404;
    }

    private static End end(Decision decision) {
        if (decision instanceof Decision.Ask) {
            return End.ASKED;
        }
        if (decision instanceof Decision.Serve) {
            return End.PAGE;
        }
        if (decision instanceof Decision.Gone) {
            return End.GONE;
        }
        if (decision instanceof Decision.Closed) {
            return End.CLOSED;
        }
        return decision instanceof Decision.Missing ? End.MISSING : End.NOTHING_HERE;
    }
}
