package evenharbor.app.where.domain;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface DomainRepository extends JpaRepository<DomainEntity, String> {
    /** A row that nobody else changes until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from DomainEntity d where d.id = :id")
    Optional<DomainEntity> locked(String id);

    /** An account's row of a name, that nobody else changes until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from DomainEntity d where d.name = :name and d.accountId = :accountId")
    Optional<DomainEntity> lockedOfAccount(String name, String accountId);

    List<DomainEntity> findByAccountIdOrderByName(String accountId);

    Optional<DomainEntity> findByIdAndAccountId(String id, String accountId);

    Optional<DomainEntity> findByNameAndAccountId(String name, String accountId);

    Optional<DomainEntity> findByProvenName(String name);

    /** The ids of other rows of a name; ids alone, so that the rows can be read when they are locked. */
    @Query("select d.id from DomainEntity d where d.name = :name and d.id <> :id order by d.id")
    List<String> idsOfOthers(String name, String id);

    List<DomainEntity> findByIdIn(Collection<String> ids);

    List<DomainEntity> findByWildcardSiteIsNotNull();

    List<DomainEntity> findByWildcardSite(String siteId);

    List<DomainEntity> findByNextLookAtLessThanEqualOrderByNextLookAt(Instant now, Limit limit);

    List<DomainEntity> findByZoneDueAtLessThanEqualOrderByZoneDueAt(Instant now, Limit limit);
}
