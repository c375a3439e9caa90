package evenharbor.core.what.live;

/** What happens to a site as visitors meet it. */
public sealed interface SiteEvent {

    /**
     * A publish was asked for.
     *
     * @param publication its id
     */
    record PublishAsked(String publication) implements SiteEvent {}

    /**
     * A publish has come to its end without a switch: it failed, or was stopped.
     *
     * @param publication its id
     */
    record PublishEnded(String publication) implements SiteEvent {}

    /**
     * A publish switches visitors over.
     *
     * @param publication its id
     * @param shown what they get from now on
     * @param redirects hash of the redirects they meet; empty for none
     */
    record Switched(String publication, SiteLife.Shown shown, String redirects) implements SiteEvent {}

    /** An earlier version goes live, at once. */
    record Restored(SiteLife.Shown shown, String redirects) implements SiteEvent {}

    /** What was live last goes live again. */
    record PutLive() implements SiteEvent {}

    /** The redirects that visitors meet are exchanged. */
    record RedirectsApplied(String redirects) implements SiteEvent {}

    /** Visitors get a notice in place of pages, for now. */
    record Closed(Closure closure) implements SiteEvent {}

    /** Visitors get pages again. */
    record Reopened() implements SiteEvent {}

    /**
     * What was changed for a while goes back to how it stood.
     *
     * @param before how it stood; a publish under way goes on
     */
    record Returned(SiteLife before) implements SiteEvent {}

    /**
     * The site is taken down.
     *
     * @param everywhere whether its other addresses stop, too: trials, forwarding ones and pointers
     */
    record TakenDown(boolean everywhere) implements SiteEvent {}

    /** The site is deleted: nothing of it is reached, and it can be brought back for a while. */
    record Deleted() implements SiteEvent {}

    /** The deleted site is brought back whole, as it was. */
    record BroughtBack() implements SiteEvent {}
}
