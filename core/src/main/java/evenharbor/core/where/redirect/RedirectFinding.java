package evenharbor.core.where.redirect;

import java.util.List;

/**
 * Something about a rule that makes no sense, or may not be meant.
 *
 * @param kind what it is
 * @param rule id of the rule it is about
 * @param others ids of the other rules it is about, in the order in which a request meets them
 * @param paths the paths it shows itself at, at most a few
 * @param more at how many more paths it shows itself
 * @param mends what can be done about it, the best first
 */
public record RedirectFinding(
        Kind kind, String rule, List<String> others, List<String> paths, int more, List<Mend> mends) {

    /** What can be wrong. */
    public enum Kind {
        /** Rules lead round in a ring: browsers give up. */
        LOOP(true),
        /** What a visitor asks for decides at which host name they end; it does not count until its people agree. */
        OPEN(true),
        /** Two rules for the same paths lead to different places; the first counts. */
        CONTRADICTION(true),
        /** The target is no page of the site. */
        TARGET_MISSING(true),
        /** The target is a site of the account that is not live. */
        TARGET_NOT_LIVE(true),
        /** The target is a page that is not published yet. */
        TARGET_UNPUBLISHED(false),
        /** A page exists at the path, and the rule comes before it. */
        HIDES_PAGE(true),
        /** The rule never counts: a page or another rule always comes before it. */
        NEVER_REACHED(false),
        /** The target is itself redirected. */
        CHAIN(false);

        private final boolean serious;

        Kind(boolean serious) {
            this.serious = serious;
        }

        /** Whether visitors are harmed by it. */
        public boolean serious() {
            return serious;
        }
    }

    /**
     * A way to mend a finding.
     *
     * @param what what is done
     * @param put rules to be changed, as they will be
     * @param remove ids of rules to be taken away
     */
    public record Mend(What what, List<Redirect> put, List<String> remove) {

        /** What can be done. */
        public enum What {
            REMOVE_RULE,
            AGREE_TO_OPEN,
            REMOVE_OTHER,
            LET_PAGES_COME_FIRST,
            MIND_CASE,
            LEAD_TO_LAST_STOP,
            LEAD_TO_LIKELY_PAGE
        }

        static Mend removing(String id) {
            return new Mend(What.REMOVE_RULE, List.of(), List.of(id));
        }
    }
}
