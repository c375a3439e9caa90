package evenharbor.app.where.domain;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface DomainRepository extends JpaRepository<DomainEntity, String> {
    List<DomainEntity> findByAccountIdOrderByName(String accountId);

    Optional<DomainEntity> findByIdAndAccountId(String id, String accountId);

    Optional<DomainEntity> findByNameAndAccountId(String name, String accountId);

    Optional<DomainEntity> findByProvenName(String name);

    List<DomainEntity> findByName(String name);

    List<DomainEntity> findByWildcardSiteIsNotNull();

    List<DomainEntity> findByWildcardSite(String siteId);

    List<DomainEntity> findByNextLookAtLessThanEqualOrderByNextLookAt(Instant now, Limit limit);

    List<DomainEntity> findByZoneDueAtLessThanEqualOrderByZoneDueAt(Instant now, Limit limit);
}
