package evenharbor.app.harbor.route;

import evenharbor.app.harbor.audience.AudienceChanged;
import evenharbor.app.what.draft.DraftChanged;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.address.AddressesChanged;
import evenharbor.app.where.certificate.CertificatesChanged;
import evenharbor.app.where.domain.DomainChanged;
import evenharbor.app.where.redirect.RedirectsChanged;
import evenharbor.core.where.address.Role;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What a site's routes depend on besides its life: when that changes, they are made anew on all nodes. */
@Component
class RouteTriggers {

    private final LiveStates states;
    private final Addresses addresses;
    private final Sites sites;

    RouteTriggers(LiveStates states, Addresses addresses, Sites sites) {
        this.states = states;
        this.addresses = addresses;
        this.sites = sites;
    }

    @EventListener
    void changed(AddressesChanged changed) {
        states.touch(changed.siteId());
    }

    @EventListener
    void changed(AudienceChanged changed) {
        states.touch(changed.siteId());
    }

    @EventListener
    void changed(DomainChanged changed) {
        changed.wildcardSites().forEach(states::touch);
    }

    /** URLs that lead to a name change with it: its own sites are made anew, and those that may name it. */
    @EventListener
    void changed(CertificatesChanged changed) {
        if (changed.urls() && changed.secured().ofHarbor()) {
            addresses.sitesAtHarborNames().forEach(states::touch);
        } else if (changed.urls()) {
            sites.ofAccount(changed.secured().accountId()).forEach(site -> states.touch(site.id()));
        }
    }

    /** Trials of the draft show each change at once. */
    @EventListener
    void changed(DraftChanged changed) {
        onTrial(changed.siteId());
    }

    @EventListener
    void changed(RedirectsChanged changed) {
        onTrial(changed.siteId());
    }

    private void onTrial(String siteId) {
        boolean onTrial =
                addresses.of(siteId).stream().anyMatch(a -> a.role() == Role.TRIAL && a.trialVersion() == null);
        if (onTrial) {
            states.touch(siteId);
        }
    }
}
