package evenharbor.app.harbor.review;

import evenharbor.core.harbor.review.ReviewLife;
import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface ReviewRepository extends Repository<ReviewEntity, String> {

    ReviewEntity save(ReviewEntity review);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from ReviewEntity r where r.id = ?1 and r.siteId = ?2")
    Optional<ReviewEntity> lock(String id, String siteId);

    Optional<ReviewEntity> findByIdAndSiteId(String id, String siteId);

    List<ReviewEntity> findBySiteIdOrderByAskedAtDesc(String siteId, Limit limit);

    /** Of each site the latest one, where it stands so. */
    @Query(
            "select r from ReviewEntity r where r.siteId in :siteIds and r.state in :states and not exists (select 1 from"
                    + " ReviewEntity later where later.siteId = r.siteId and later.askedAt > r.askedAt)")
    List<ReviewEntity> latest(Collection<String> siteIds, List<ReviewLife.State> states);

    List<ReviewEntity> findBySiteIdAndStateIn(String siteId, List<ReviewLife.State> states);
}
