package evenharbor.app.where.address;

import evenharbor.core.where.address.Role;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AddressRepository extends JpaRepository<AddressEntity, String> {
    List<AddressEntity> findBySiteIdAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(String siteId);

    List<AddressEntity> findBySiteIdInAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(Collection<String> siteIds);

    List<AddressEntity> findByAccountIdAndHeldUntilIsNull(String accountId);

    List<AddressEntity> findByDomainIdAndHeldUntilIsNull(String domainId);

    List<AddressEntity> findByDomainId(String domainId);

    /** The sites with addresses at the host name of one; ids alone, so that the rows can be read when they are locked. */
    @Query("select distinct a.siteId from AddressEntity a, AddressEntity b where b.id = :id and a.host = b.host"
            + " order by a.siteId")
    List<String> sitesAtTheHostOf(String id);

    List<AddressEntity> findByHostIn(Collection<String> hosts);

    Optional<AddressEntity> findByHostAndPath(String host, String path);

    Optional<AddressEntity> findByIdAndSiteIdAndHeldUntilIsNull(String id, String siteId);

    List<AddressEntity> findByRoleAndAccountIdAndHeldUntilIsNull(Role role, String accountId);

    List<AddressEntity> findByForwardsUntilLessThanEqualAndHeldUntilIsNull(Instant now, Limit limit);

    boolean existsBySiteIdAndRoleAndHeldUntilIsNull(String siteId, Role role);

    long countBySiteIdAndHeldUntilIsNull(String siteId);

    List<AddressEntity> findByDomainIdIsNullAndHeldUntilIsNull();

    @Query("select distinct a.host from AddressEntity a where a.accountId = :accountId and a.heldUntil is null")
    Set<String> hosts(String accountId);
}
