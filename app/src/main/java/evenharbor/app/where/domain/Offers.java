package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.access.Current;
import evenharbor.core.where.address.AddressFacts.DomainFact;
import evenharbor.core.where.address.AddressFacts.DomainStanding;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.CloseDomains;
import evenharbor.core.where.domain.DomainLife.Stage;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Which names can be had, and what they cost. */
@Service
public class Offers {

    private final DomainRepository repository;
    private final Registry registry;
    private final AddressReader reader;

    Offers(DomainRepository repository, Registry registry, AddressReader reader) {
        this.repository = repository;
        this.registry = registry;
        this.reader = reader;
    }

    /** What the registry says of the names that a typed word, title or address brings to mind. */
    public List<Registry.Offer> search(String typed) {
        if (registry.endings().isEmpty()) {
            throw Problem.field("typed", "No names are sold on this harbor. Connect one that is registered elsewhere.");
        }
        List<String> names = CloseDomains.of(reader.read(typed), registry.endings());
        if (names.isEmpty()) {
            throw Problem.field("typed", "Type a name of letters and digits, such as papermoon.");
        }
        return of(names);
    }

    /** What the registry says of one name. */
    public Registry.Offer of(HostName name) {
        return of(List.of(name.ascii())).get(0);
    }

    private List<Registry.Offer> of(List<String> names) {
        try {
            return registry.check(names);
        } catch (Registry.Refusal e) {
            throw new Problem(
                    ProblemType.OUTSIDE_AWAY,
                    "The registry does not answer just now. Nothing was registered and nothing is owed. Try again in a moment.");
        }
    }

    /** How a domain stands, seen from the current person's account. */
    public DomainFact standing(HostName name) {
        Optional<Domain> own = repository
                .findByNameAndAccountId(name.ascii(), Current.person().accountId())
                .map(DomainEntity::toDomain);
        if (own.isPresent() && own.get().proven()) {
            return unpriced(DomainStanding.MINE);
        }
        if (repository
                .findByProvenName(name.ascii())
                .filter(row -> own.isEmpty() || !row.id.equals(own.get().id()))
                .isPresent()) {
            return unpriced(DomainStanding.OTHERS);
        }
        if (own.isPresent()
                && own.get().life().stage() != Stage.ENDED
                && own.get().life().stage() != Stage.LOST) {
            return unpriced(DomainStanding.MINE_UNPROVEN);
        }
        if (!registry.endings().contains(name.parent().ascii())) {
            return unpriced(DomainStanding.NOT_SOLD_HERE);
        }
        try {
            Registry.Offer offer = registry.check(List.of(name.ascii())).get(0);
            DomainStanding standing = !offer.free()
                    ? DomainStanding.REGISTERED
                    : offer.premium() ? DomainStanding.PREMIUM : DomainStanding.FOR_SALE;
            return new DomainFact(standing, offer.price());
        } catch (Registry.Refusal e) {
            return unpriced(DomainStanding.UNKNOWN);
        }
    }

    private static DomainFact unpriced(DomainStanding standing) {
        return new DomainFact(standing, Optional.empty());
    }
}
