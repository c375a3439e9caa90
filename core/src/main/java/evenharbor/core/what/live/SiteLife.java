package evenharbor.core.what.live;

import java.util.Optional;

/**
 * What visitors get of a site: one unchangeable value; each event makes the next one, or is refused.
 *
 * @param shown what is live, or was live last
 * @param live whether visitors get it
 * @param everywhereDown whether its other addresses were stopped with it: trials, forwarding ones and pointers
 * @param publishing id of the publish under way
 * @param redirects hash of the redirects that visitors meet; empty for none
 * @param closure what visitors get in place of pages for now; empty while it is open
 * @param deleted whether it is kept for a while only to be brought back
 */
public record SiteLife(
        Optional<Shown> shown,
        boolean live,
        boolean everywhereDown,
        Optional<String> publishing,
        String redirects,
        Optional<Closure> closure,
        boolean deleted) {

    /** A site that nobody has published. */
    public static final SiteLife NEW =
            new SiteLife(Optional.empty(), false, false, Optional.empty(), "", Optional.empty(), false);

    /**
     * What visitors get.
     *
     * @param version number of the version
     * @param build hash of the manifest of its build
     */
    public record Shown(int version, String build) {}

    /** How it stands. */
    public enum State {
        NOT_LIVE,
        /** Not live, and a publish is under way. */
        BEING_PUBLISHED,
        LIVE,
        /** Visitors get a notice in place of all pages, for now. */
        CLOSED,
        DELETED
    }

    /** Why an event cannot happen now. */
    public enum Refusal {
        /** Another publish is under way. */
        PUBLISHING,
        /** There is nothing that was live before. */
        NEVER_LIVE,
        /** The publish was ended in the meantime. */
        OVERTAKEN,
        /** It is not live. */
        NOT_LIVE,
        /** It is not closed. */
        NOT_CLOSED,
        /** It is deleted. */
        DELETED,
        /** It is not deleted. */
        NOT_DELETED
    }

    /** What came of an event. */
    public sealed interface Outcome {

        /** The life from now on. */
        record Next(SiteLife life) implements Outcome {}

        /** Nothing has changed. */
        record Refused(Refusal why) implements Outcome {}
    }

    /** How it stands. */
    public State state() {
        if (deleted) {
            return State.DELETED;
        }
        if (live) {
            return closure.filter(Closure::whole).isPresent() ? State.CLOSED : State.LIVE;
        }
        return publishing.isPresent() ? State.BEING_PUBLISHED : State.NOT_LIVE;
    }

    /** Whether visitors get pages, or the notice that stands in for them. */
    public boolean served() {
        return live && !deleted;
    }

    /** Whether addresses beside the live ones answer: trials, forwarding ones and pointers. */
    public boolean otherAddressesAnswer() {
        return !deleted && !everywhereDown;
    }

    /** What comes of an event. */
    public Outcome on(SiteEvent event) {
        if (deleted) {
            return ofDeleted(event);
        }
        if (event instanceof SiteEvent.PublishAsked asked) {
            return publishing.isPresent() ? refused(Refusal.PUBLISHING) : next(with(Optional.of(asked.publication())));
        }
        if (event instanceof SiteEvent.PublishEnded ended) {
            return next(with(publishing.filter(p -> !p.equals(ended.publication()))));
        }
        if (event instanceof SiteEvent.Switched switched) {
            return publishing.filter(switched.publication()::equals).isEmpty()
                    ? refused(Refusal.OVERTAKEN)
                    : next(with(Optional.empty()).showing(switched.shown(), switched.redirects()));
        }
        if (event instanceof SiteEvent.Restored restored) {
            return next(showing(restored.shown(), restored.redirects()));
        }
        if (event instanceof SiteEvent.PutLive) {
            return shown.isEmpty()
                    ? refused(Refusal.NEVER_LIVE)
                    : next(showing(shown.get(), redirects).closedAs(Optional.empty()));
        }
        if (event instanceof SiteEvent.RedirectsApplied applied) {
            return live
                    ? next(new SiteLife(shown, true, everywhereDown, publishing, applied.redirects(), closure, false))
                    : refused(Refusal.NOT_LIVE);
        }
        if (event instanceof SiteEvent.Closed closes) {
            return next(closedAs(Optional.of(closes.closure())));
        }
        if (event instanceof SiteEvent.Reopened) {
            return closure.isPresent() ? next(closedAs(Optional.empty())) : refused(Refusal.NOT_CLOSED);
        }
        if (event instanceof SiteEvent.TakenDown down) {
            return next(new SiteLife(shown, false, down.everywhere(), Optional.empty(), redirects, closure, false));
        }
        if (event instanceof SiteEvent.Returned returned) {
            return next(as(returned.before()));
        }
        if (event instanceof SiteEvent.Deleted) {
            return next(new SiteLife(shown, live, everywhereDown, Optional.empty(), redirects, closure, true));
        }
        return refused(Refusal.NOT_DELETED);
    }

    private SiteLife with(Optional<String> publication) {
        return new SiteLife(shown, live, everywhereDown, publication, redirects, closure, false);
    }

    private SiteLife showing(Shown now, String met) {
        return new SiteLife(Optional.of(now), true, false, publishing, met, closure, false);
    }

    /** The same, closed in this way, or open. */
    public SiteLife closedAs(Optional<Closure> now) {
        return new SiteLife(shown, live, everywhereDown, publishing, redirects, now, false);
    }

    private SiteLife as(SiteLife before) {
        return new SiteLife(
                before.shown, before.live, before.everywhereDown, publishing, before.redirects, before.closure, false);
    }

    private Outcome ofDeleted(SiteEvent event) {
        if (event instanceof SiteEvent.BroughtBack) {
            return next(with(Optional.empty()));
        }
        // A publish that ends late has been ended by the deletion already.
        return event instanceof SiteEvent.PublishEnded ? new Outcome.Next(this) : refused(Refusal.DELETED);
    }

    private static Outcome next(SiteLife life) {
        return new Outcome.Next(life);
    }

    private static Outcome refused(Refusal why) {
        return new Outcome.Refused(why);
    }
}
