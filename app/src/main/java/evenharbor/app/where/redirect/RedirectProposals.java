package evenharbor.app.where.redirect;

import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectProposal;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.SiteFacts;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a publish that moves pages proposes to do about redirects. */
@Service
@Transactional
public class RedirectProposals {

    private final RedirectSets sets;

    RedirectProposals(RedirectSets sets) {
        this.sets = sets;
    }

    /** The proposals for a publish that makes these changes and ends with these files. */
    @Transactional(readOnly = true)
    public List<RedirectProposal> of(String siteId, Changes changes, Manifest after) {
        return RedirectProposal.of(changes, sets.rules(sets.of(siteId)), SiteFacts.paths(after));
    }

    /** The set that would be published, the proposals taken up but for those that were declined. */
    @Transactional(readOnly = true)
    public Redirects foreseen(String siteId, Changes changes, Manifest after, Set<String> declined) {
        Redirects now = sets.rules(sets.of(siteId));
        Taken taken = taken(siteId, changes, after, declined);
        return taken.none() ? now : Redirects.of(RedirectSets.merged(now.list(), taken.put(), taken.remove()));
    }

    /** What the proposals that were not declined come to. */
    private record Taken(List<Redirect> put, Set<String> remove) {
        boolean none() {
            return put.isEmpty() && remove.isEmpty();
        }
    }

    private Taken taken(String siteId, Changes changes, Manifest after, Set<String> declined) {
        List<Redirect> put = new ArrayList<>();
        Set<String> remove = new HashSet<>();
        for (RedirectProposal proposal : of(siteId, changes, after)) {
            if (declined.contains(proposal.key())) {
                continue;
            }
            if (proposal.kind() == RedirectProposal.Kind.WITHDRAW) {
                remove.add(proposal.rule().id());
            } else {
                put.add(proposal.rule());
            }
        }
        return new Taken(put, remove);
    }

    /**
     * Takes up the proposals but for those that were declined.
     *
     * @param declined keys of the proposals that were declined
     * @return hash of the set to be published
     */
    public String take(String siteId, Changes changes, Manifest after, Set<String> declined) {
        Taken taken = taken(siteId, changes, after, declined);
        if (taken.none()) {
            return sets.now(siteId);
        }
        String words = words(taken.put().size(), taken.remove().size());
        return sets.change(siteId, OptionalLong.empty(), taken.put(), taken.remove(), words)
                .rules();
    }

    private static String words(int put, int removed) {
        String kept = put == 0 ? "" : "kept " + put + (put == 1 ? " old link alive" : " old links alive");
        String gone = removed == 0 ? "" : "withdrew " + removed + (removed == 1 ? " redirect" : " redirects");
        return kept.isEmpty() || gone.isEmpty() ? kept + gone : kept + ", " + gone;
    }
}
