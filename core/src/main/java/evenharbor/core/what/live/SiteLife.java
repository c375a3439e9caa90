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
 * @param deleted whether it is kept for a while only to be brought back
 */
public record SiteLife(
        Optional<Shown> shown,
        boolean live,
        boolean everywhereDown,
        Optional<String> publishing,
        String redirects,
        boolean deleted) {

    /** A site that nobody has published. */
    public static final SiteLife NEW = new SiteLife(Optional.empty(), false, false, Optional.empty(), "", false);

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
            return State.LIVE;
        }
        return publishing.isPresent() ? State.BEING_PUBLISHED : State.NOT_LIVE;
    }

    /** Whether visitors get pages. */
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
            return publishing.isPresent()
                    ? refused(Refusal.PUBLISHING)
                    : next(shown, live, everywhereDown, Optional.of(asked.publication()), redirects);
        }
        if (event instanceof SiteEvent.PublishEnded ended) {
            Optional<String> left = publishing.filter(p -> !p.equals(ended.publication()));
            return next(shown, live, everywhereDown, left, redirects);
        }
        if (event instanceof SiteEvent.Switched switched) {
            return publishing.filter(switched.publication()::equals).isEmpty()
                    ? refused(Refusal.OVERTAKEN)
                    : next(Optional.of(switched.shown()), true, false, Optional.empty(), switched.redirects());
        }
        if (event instanceof SiteEvent.Restored restored) {
            return next(Optional.of(restored.shown()), true, false, publishing, restored.redirects());
        }
        if (event instanceof SiteEvent.PutLive) {
            return shown.isEmpty() ? refused(Refusal.NEVER_LIVE) : next(shown, true, false, publishing, redirects);
        }
        if (event instanceof SiteEvent.RedirectsApplied applied) {
            return live
                    ? next(shown, true, everywhereDown, publishing, applied.redirects())
                    : refused(Refusal.NOT_LIVE);
        }
        if (event instanceof SiteEvent.TakenDown down) {
            return next(shown, false, down.everywhere(), Optional.empty(), redirects);
        }
        if (event instanceof SiteEvent.Deleted) {
            return new Outcome.Next(new SiteLife(shown, live, everywhereDown, Optional.empty(), redirects, true));
        }
        return refused(Refusal.NOT_DELETED);
    }

    private Outcome ofDeleted(SiteEvent event) {
        if (event instanceof SiteEvent.BroughtBack) {
            return next(shown, live, everywhereDown, Optional.empty(), redirects);
        }
        // A publish that ends late has been ended by the deletion already.
        return event instanceof SiteEvent.PublishEnded ? new Outcome.Next(this) : refused(Refusal.DELETED);
    }

    private static Outcome next(
            Optional<Shown> shown,
            boolean live,
            boolean everywhereDown,
            Optional<String> publishing,
            String redirects) {
        return new Outcome.Next(new SiteLife(shown, live, everywhereDown, publishing, redirects, false));
    }

    private static Outcome refused(Refusal why) {
        return new Outcome.Refused(why);
    }
}
