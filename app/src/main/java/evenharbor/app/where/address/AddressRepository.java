package evenharbor.app.where.address;

import evenharbor.core.where.address.Role;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface AddressRepository extends JpaRepository<AddressEntity, String> {
    List<AddressEntity> findBySiteIdAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(String siteId);

    List<AddressEntity> findBySiteIdInAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(Collection<String> siteIds);

    List<AddressEntity> findByAccountIdAndHeldUntilIsNull(String accountId);

    List<AddressEntity> findByDomainIdAndHeldUntilIsNull(String domainId);

    List<AddressEntity> findByDomainId(String domainId);

    List<AddressEntity> findByHostIn(Collection<String> hosts);

    Optional<AddressEntity> findByHostAndPath(String host, String path);

    Optional<AddressEntity> findByIdAndSiteIdAndHeldUntilIsNull(String id, String siteId);

    List<AddressEntity> findByRoleAndAccountIdAndHeldUntilIsNull(Role role, String accountId);

    List<AddressEntity> findByForwardsUntilLessThanEqualAndHeldUntilIsNull(Instant now, Limit limit);

    boolean existsBySiteIdAndRoleAndHeldUntilIsNull(String siteId, Role role);

    long countBySiteIdAndHeldUntilIsNull(String siteId);
}
