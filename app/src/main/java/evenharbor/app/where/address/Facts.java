package evenharbor.app.where.address;

import static java.util.Comparator.naturalOrder;

import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.domain.Offers;
import evenharbor.app.who.access.Current;
import evenharbor.core.where.address.AddressFacts;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What the harbor knows about names, asked by the rules when someone types an address. */
@Component
class Facts {

    private final AddressRepository repository;
    private final Offers offers;
    private final Drafts drafts;
    private final Sites sites;

    Facts(AddressRepository repository, Offers offers, Drafts drafts, Sites sites) {
        this.repository = repository;
        this.offers = offers;
        this.drafts = drafts;
        this.sites = sites;
    }

    /** The facts, seen from a site of the current person's. */
    AddressFacts of(String siteId) {
        String account = Current.person().accountId();
        return new AddressFacts() {
            @Override
            public Optional<Claim> claim(HostName host, String path) {
                List<AddressEntity> there = repository.findByHostIn(List.of(host.ascii()));
                Optional<AddressEntity> exact =
                        there.stream().filter(row -> row.path.equals(path)).findFirst();
                // A host name is one account's, with all paths under it: any of another's there is in the way.
                Optional<AddressEntity> others = there.stream()
                        .filter(row -> !row.accountId.equals(account))
                        .max(Comparator.comparing(row -> row.heldUntil, Comparator.nullsLast(naturalOrder())));
                return exact.filter(row -> row.heldUntil == null)
                        .or(() -> others)
                        .or(() -> exact)
                        .map(this::claimed);
            }

            private Claim claimed(AddressEntity row) {
                Holder holder = row.siteId.equals(siteId)
                        ? Holder.THIS_SITE
                        : row.accountId.equals(account) ? Holder.OWN_SITE : Holder.OTHERS;
                String title = holder == Holder.OWN_SITE
                        ? sites.find(row.siteId).map(Site::title).orElse("")
                        : "";
                return new Claim(holder, title, Optional.ofNullable(row.heldUntil));
            }

            @Override
            public boolean mainThere() {
                return repository.existsBySiteIdAndRoleAndHeldUntilIsNull(siteId, Role.MAIN);
            }

            @Override
            public DomainFact domain(HostName domain) {
                return offers.standing(domain);
            }

            @Override
            public int hiddenPages(HostName host, String path) {
                return repository
                        .findByHostAndPath(host.ascii(), "/")
                        .filter(row -> row.accountId.equals(account) && row.role.serves())
                        .map(row -> drafts.files(drafts.find(row.siteId))
                                .under(path.substring(1))
                                .size())
                        .orElse(0);
            }
        };
    }
}
