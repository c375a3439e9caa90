package evenharbor.core.what.finding;

import java.util.Optional;

/** Finds one kind of finding, and knows what removes it. */
interface Rule {

    /** Looks at one page. */
    default void page(Page page, Report report) {}

    /** Whether it looks at style sheets as it does at pages. */
    default boolean sheets() {
        return false;
    }

    /** Looks at a site as a whole. */
    default void site(Site site, Report report) {}

    /** What removes a finding; empty when only a person can. */
    default Optional<Fix> fix(Site site, Finding finding) {
        return Optional.empty();
    }

    /** Takes what a rule finds. */
    interface Report {
        void found(String path, int line, String subject, String detail);
    }
}
