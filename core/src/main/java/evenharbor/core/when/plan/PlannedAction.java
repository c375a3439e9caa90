package evenharbor.core.when.plan;

import evenharbor.core.what.live.Closing;
import java.util.List;
import java.util.Optional;

/** What a plan does when its time comes. */
public sealed interface PlannedAction {

    /** What of a site it changes; plans of one kind may undo each other. */
    enum Facet {
        /** What visitors get: which version with which redirects, or nothing. */
        CONTENT,
        /** Whether it is closed. */
        CLOSURE,
        /** Which redirects visitors meet. */
        REDIRECTS,
        /** Which address is the main one. */
        MAIN,
        /** What a host holds. */
        HOST
    }

    /** Publishes the draft as it then is. */
    record PublishDraft() implements PlannedAction {}

    /**
     * A version goes live.
     *
     * @param number its number
     * @param redirects whether its redirects come with it; else those of then stay
     */
    record GoLive(int number, boolean redirects) implements PlannedAction {}

    /** What was live last goes live again. */
    record PutLive() implements PlannedAction {}

    /** The site is unpublished. @param everywhere whether its other addresses stop, too */
    record TakeDown(boolean everywhere) implements PlannedAction {}

    /** The site, or paths of it, are closed with a notice. */
    record Close(Closing closing) implements PlannedAction {}

    /** The site is opened again. */
    record Reopen() implements PlannedAction {}

    /** Visitors meet the redirects that are worked on, as they then are. */
    record ApplyRedirects() implements PlannedAction {}

    /** Another address becomes the main one. @param addressId its id */
    record SwitchMain(String addressId) implements PlannedAction {}

    /** The draft's last version is sent to a host. @param destinationId where to */
    record SendTo(String destinationId) implements PlannedAction {}

    /** What it changes. */
    default Facet facet() {
        if (this instanceof Close || this instanceof Reopen) {
            return Facet.CLOSURE;
        }
        if (this instanceof ApplyRedirects) {
            return Facet.REDIRECTS;
        }
        return this instanceof SwitchMain ? Facet.MAIN : this instanceof SendTo ? Facet.HOST : Facet.CONTENT;
    }

    /** All that it changes, what it is about first: what is published brings its redirects. */
    default List<Facet> facets() {
        boolean redirecting = this instanceof PublishDraft || this instanceof GoLive live && live.redirects();
        return redirecting ? List.of(Facet.CONTENT, Facet.REDIRECTS) : List.of(facet());
    }

    /** Whether it can be for a while, and then go back to what was before. */
    default boolean mayEnd() {
        return !(this instanceof SendTo || this instanceof Reopen);
    }

    /** The version it needs; empty for none. */
    default Optional<Integer> version() {
        return this instanceof GoLive live ? Optional.of(live.number()) : Optional.empty();
    }
}
