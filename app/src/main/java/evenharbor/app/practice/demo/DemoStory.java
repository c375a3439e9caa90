package evenharbor.app.practice.demo;

import evenharbor.core.hosting.cost.Cost;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.redirect.Source;
import java.util.List;

/**
 * What happened to one of the demo's sites, read from {@code story.json} in its folder. Each state of the site is a
 * folder of files that is laid over the state before.
 *
 * @param title what the site is called
 * @param names harbor names claimed, the main one first
 * @param createdDaysAgo when it was made
 * @param domains names of its own, the earliest first
 * @param states what was done, the earliest first
 * @param redirects its redirects, and the old links that visitors follow; null for none
 * @param elsewhere where on hosts it is published; null for nowhere
 * @param plans what is planned; null for nothing
 * @param audience which parts are not for everyone; null for none
 * @param costs what is paid for it; null for nothing
 */
record DemoStory(
        String title,
        List<String> names,
        int createdDaysAgo,
        List<Own> domains,
        List<State> states,
        Redirected redirects,
        List<Elsewhere> elsewhere,
        List<Planned> plans,
        List<Part> audience,
        List<Paid> costs) {

    /**
     * A cost.
     *
     * @param how MONTHLY, YEARLY or ONCE
     * @param price in hundredths
     * @param firstYear the same within the first year; null where it does not differ
     * @param yearlyOffer for a year at once; null when that is not offered
     * @param sinceDaysAgo when it was paid first
     * @param endsInDays when it ends; null for never
     */
    record Paid(
            String what,
            String currency,
            Cost.Paid how,
            long price,
            Long firstYear,
            Long yearlyOffer,
            int sinceDaysAgo,
            Integer endsInDays) {}

    /** A part that is not for everyone. @param way PASSWORD or LINK @param password the password; empty for a link */
    record Part(String path, String way, String password) {}

    /**
     * A planned change, at nine in the morning.
     *
     * @param what PUBLISH, CLOSE, or the number of a version to restore
     * @param inDays when it begins
     * @param days after how many days it ends; 0 for never
     * @param notice heading of the notice, to close
     */
    record Planned(String what, int inDays, int days, String notice) {}

    /**
     * Redirects, and what visitors follow.
     *
     * @param daysAgo when the redirects were written down
     * @param rules the redirects
     * @param missed old links that lead to nothing
     */
    record Redirected(int daysAgo, List<Rule> rules, List<OldLink> missed) {}

    /**
     * A destination on a host.
     *
     * @param company the hosting company
     * @param below the folder below the company's own, with a slash before it; empty for that one
     * @param url what comes behind the company's URL
     * @param version which version it holds
     */
    record Elsewhere(String company, String below, String url, int version) {}

    /** A redirect. */
    record Rule(Source.Kind kind, String source, String target) {}

    /**
     * An old link that leads to nothing.
     *
     * @param path where it leads
     * @param most how often it is followed in a day at most
     * @param browsers whether by people
     * @param from the host name it stands at; empty when that is not known
     */
    record OldLink(String path, int most, boolean browsers, String from) {}

    /**
     * A name of its own.
     *
     * @param domain the domain
     * @param daysAgo when it came
     * @param elsewhere whether it is registered with another company
     * @param proven whether it is proven
     * @param addresses the site's addresses under it
     */
    record Own(String domain, int daysAgo, boolean elsewhere, boolean proven, List<OwnAddress> addresses) {}

    /** An address under a domain, with its role, where it leads for a pointer, and whether HTTPS is on. */
    record OwnAddress(String address, Role role, String pointsTo, boolean secure) {}

    /**
     * One step of the story.
     *
     * @param daysAgo when
     * @param layer the folder laid over the state before; empty for none
     * @param removed paths that go
     * @param then what is done with the draft
     * @param name the name of the version made, if any
     * @param note the note on the version made, if any
     * @param kept whether the version made is kept
     * @param by the person, 0 for the first
     * @param forgetsLinks whether the redirects that a publish proposes are declined; null for not
     */
    record State(
            double daysAgo,
            String layer,
            List<String> removed,
            Then then,
            String name,
            String note,
            boolean kept,
            int by,
            Boolean forgetsLinks) {}

    /** What can be done with a draft. */
    enum Then {
        PUBLISH,
        SAVE,
        LEAVE,
        TAKE_DOWN,
        /** Closes it, with the name as heading and the note as text of the notice. */
        CLOSE,
        REOPEN,
        /** Asks for a review of it, with the note as words. */
        REVIEW
    }
}
