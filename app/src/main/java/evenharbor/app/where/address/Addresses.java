package evenharbor.app.where.address;

import com.google.common.base.Suppliers;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The addresses that sites have. */
@Service
@Transactional(readOnly = true)
public class Addresses {

    private static final int USUAL_PORT = 80;
    private static final int USUAL_SECURE_PORT = 443;

    private final AddressRepository repository;
    private final Sites sites;
    private final HarborProperties harbor;
    private final Supplier<List<SecureNames>> secure;

    Addresses(AddressRepository repository, Sites sites, HarborProperties harbor, ObjectProvider<SecureNames> secure) {
        this.repository = repository;
        this.sites = sites;
        this.harbor = harbor;
        // Asked for each address: the look-up of the bean would cost more than the answer.
        this.secure = Suppliers.memoize(() -> secure.stream().toList());
    }

    /** One address of one of the person's sites. */
    public Address mine(String siteId, String id) {
        sites.mine(siteId);
        return repository
                .findByIdAndSiteIdAndHeldUntilIsNull(id, siteId)
                .map(this::address)
                .orElseThrow(() -> Problem.notFound("This address"));
    }

    /** The addresses of a site, the main one first. */
    public List<Address> of(String siteId) {
        return of(Set.of(siteId));
    }

    /** The addresses of one of the person's sites, the main one first. */
    public List<Address> mineOf(String siteId) {
        sites.mine(siteId);
        return of(siteId);
    }

    /** The addresses of several sites; within each the main one comes first. */
    public List<Address> of(Collection<String> siteIds) {
        return repository.findBySiteIdInAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(siteIds).stream()
                .sorted(Comparator.comparing((AddressEntity a) -> a.siteId).thenComparing(a -> a.role != Role.MAIN))
                .map(this::address)
                .toList();
    }

    /** Addresses of any account by their ids, those given up left out. */
    public List<Address> find(Collection<String> ids) {
        return repository.findAllById(ids).stream()
                .filter(row -> row.heldUntil == null)
                .map(this::address)
                .toList();
    }

    /** All addresses under a domain. */
    public List<Address> under(String domainId) {
        return repository.findByDomainIdAndHeldUntilIsNull(domainId).stream()
                .map(this::address)
                .toList();
    }

    /** Whether the site has an address at all. */
    public boolean any(String siteId) {
        return repository.countBySiteIdAndHeldUntilIsNull(siteId) > 0;
    }

    private Address address(AddressEntity row) {
        SiteAddress address = row.toSiteAddress();
        return new Address(
                row.id,
                row.siteId,
                row.host,
                address.words(),
                row.path,
                url(address.host(), row.path),
                row.role,
                row.trialVersion,
                row.role == Role.POINTER ? row.pointsTo : null,
                row.domainId,
                row.claimedAt,
                row.forwardsUntil);
    }

    /** The whole host name of a harbor name. */
    public String hostName(String name) {
        return name + "." + harbor.nameEnding();
    }

    /** What visitors open for a path under a host name; the port is named unless it is the usual one. */
    public String url(HostName host, String path) {
        if (secure.get().stream().anyMatch(s -> s.secure(host.ascii()))) {
            int port = harbor.visitors().securePort();
            return "https://" + host.ascii() + (port == USUAL_SECURE_PORT ? "" : ":" + port) + path;
        }
        int port = harbor.visitors().port();
        return "http://" + host.ascii() + (port == USUAL_PORT ? "" : ":" + port) + path;
    }

    /** The sites that have an address under this harbor's own name. */
    public Set<String> sitesAtHarborNames() {
        return repository.findByDomainIdIsNullAndHeldUntilIsNull().stream()
                .map(row -> row.siteId)
                .collect(Collectors.toSet());
    }

    /** The host names of all sites of an account. */
    public Set<String> hostNames(String accountId) {
        return repository.hosts(accountId);
    }

    /** The addresses of all sites of an account. */
    public List<Address> ofAccount(String accountId) {
        return repository.findByAccountIdAndHeldUntilIsNull(accountId).stream()
                .map(this::address)
                .toList();
    }

    /** Whether a new address gets HTTPS by itself. */
    boolean secureByThemselves() {
        return secure.get().stream().anyMatch(SecureNames::byThemselves);
    }

    /** Refuses a host name at which none of the person's sites has an address. */
    public void needMine(String host) {
        Set<String> mine = sites.mine().stream().map(Site::id).collect(Collectors.toSet());
        if (at(host).stream().noneMatch(address -> mine.contains(address.siteId()))) {
            throw Problem.notFound("This name");
        }
    }

    /** All addresses at a host name, of any site. */
    public List<Address> at(String host) {
        return repository.findByHostIn(Set.of(host)).stream()
                .filter(row -> row.heldUntil == null)
                .map(this::address)
                .toList();
    }
}
