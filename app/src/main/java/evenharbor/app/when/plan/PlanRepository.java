package evenharbor.app.when.plan;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface PlanRepository extends Repository<PlanEntity, String> {
    PlanEntity save(PlanEntity plan);

    Optional<PlanEntity> findById(String id);

    @Query("select p.siteId from PlanEntity p where p.id = :id")
    Optional<String> siteOf(String id);

    List<PlanEntity> findBySiteIdInOrderByNextAtAscIdAsc(Collection<String> siteIds);

    List<PlanEntity> findBySiteIdInAndNextAtIsNotNullOrderByNextAtAscIdAsc(Collection<String> siteIds);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from PlanEntity p where p.siteId = :siteId and p.nextAt is not null")
    List<PlanEntity> lockOpen(String siteId);

    @Query("select distinct p.siteId from PlanEntity p where p.nextAt <= :now")
    List<String> sitesDue(Instant now, Limit limit);
}
