package evenharbor.core.harbor.route;

import java.net.URI;
import java.util.Locale;

/**
 * What a visitor gets at an address, told from the very routes that answer there.
 *
 * @param kind what comes
 * @param words the same in words: a sentence without its stop
 */
public record Glance(Kind kind, String words) {

    /** What comes. */
    public enum Kind {
        /** Pages of the site. */
        SITE,
        /** The draft, or a version shown for trial. */
        TRIAL,
        /** Visitors are sent on to another address. */
        FORWARDS,
        /** The notice of a site that is closed. */
        CLOSED,
        /** Visitors are asked first whether they may come in. */
        ASKED,
        /** A missing page. */
        MISSING
    }

    /**
     * What a visitor gets at a host name and path; a forward within these routes is followed once.
     *
     * @param before the routes in force: a name that they know and the others do not is one of this harbor that answers
     *     no more
     */
    public static Glance at(Routes before, Routes routes, String host, String path, long second) {
        Decision decision = routes.decide(new VisitorRequest(host, path, "", second));
        if (decision instanceof Decision.Forward forward) {
            return new Glance(
                    Kind.FORWARDS,
                    "Visitors are sent on to " + shown(forward.location()) + then(before, routes, forward, second));
        }
        return here(decision);
    }

    private static Glance here(Decision decision) {
        if (decision instanceof Decision.Serve serve) {
            return serve.site().options().preview()
                    ? new Glance(Kind.TRIAL, "Whoever knows it gets the trial")
                    : new Glance(Kind.SITE, "Visitors get the site");
        }
        if (decision instanceof Decision.Missing missing
                && missing.site().options().preview()) {
            return new Glance(Kind.TRIAL, "Whoever knows it gets the trial");
        }
        if (decision instanceof Decision.Ask) {
            return new Glance(Kind.ASKED, "Visitors are asked first whether they may come in");
        }
        if (decision instanceof Decision.Closed) {
            return new Glance(Kind.CLOSED, "Visitors get the notice that it is closed (503)");
        }
        return new Glance(Kind.MISSING, "Visitors get a missing page (404)");
    }

    /** What they meet where they are sent on to, as far as these routes know it. */
    private static String then(Routes before, Routes routes, Decision.Forward forward, long second) {
        URI target = URI.create(forward.location());
        String host = target.getHost() == null ? "" : target.getHost().toLowerCase(Locale.ROOT);
        if (!before.answers(host) && !routes.answers(host)) {
            return "";
        }
        String path = target.getPath() == null || target.getPath().isEmpty() ? "/" : target.getPath();
        Decision next = routes.decide(new VisitorRequest(host, path, "", second));
        boolean missing = !(next instanceof Decision.Forward) && here(next).kind() == Kind.MISSING;
        return missing ? ", and get a missing page (404) there" : "";
    }

    private static String shown(String location) {
        return location.replaceFirst("^https?://", "").replaceFirst("/$", "");
    }
}
