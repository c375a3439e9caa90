package evenharbor.app.where.redirect;

import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectProposal;
import evenharbor.core.where.redirect.SiteFacts;
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

    /**
     * Takes up the proposals but for those that were declined.
     *
     * @param declined keys of the proposals that were declined
     * @return hash of the set to be published
     */
    public String take(String siteId, Changes changes, Manifest after, Set<String> declined) {
        List<RedirectProposal> taken = of(siteId, changes, after).stream()
                .filter(p -> !declined.contains(p.key()))
                .toList();
        if (taken.isEmpty()) {
            return sets.now(siteId);
        }
        Set<String> remove = new HashSet<>();
        taken.stream()
                .filter(p -> p.kind() == RedirectProposal.Kind.WITHDRAW)
                .forEach(p -> remove.add(p.rule().id()));
        List<Redirect> put = taken.stream()
                .filter(p -> p.kind() != RedirectProposal.Kind.WITHDRAW)
                .map(RedirectProposal::rule)
                .toList();
        return sets.change(siteId, OptionalLong.empty(), put, remove, words(put.size(), remove.size()))
                .rules();
    }

    private static String words(int put, int removed) {
        String kept = put == 0 ? "" : "kept " + put + (put == 1 ? " old link alive" : " old links alive");
        String gone = removed == 0 ? "" : "withdrew " + removed + (removed == 1 ? " redirect" : " redirects");
        return kept.isEmpty() || gone.isEmpty() ? kept + gone : kept + ", " + gone;
    }
}
