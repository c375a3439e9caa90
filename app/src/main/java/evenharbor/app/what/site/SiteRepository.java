package evenharbor.app.what.site;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteRepository extends JpaRepository<SiteEntity, String> {

    Optional<SiteEntity> findByIdAndAccountIdAndDeletedAtIsNull(String id, String accountId);

    Optional<SiteEntity> findByIdAndAccountIdAndDeletedAtIsNotNull(String id, String accountId);

    List<SiteEntity> findByAccountIdAndDeletedAtIsNullOrderByCreatedAt(String accountId);

    List<SiteEntity> findByAccountIdAndDeletedAtIsNotNullOrderByDeletedAt(String accountId);

    List<SiteEntity> findByDeletedAtIsNullOrderByCreatedAt();

    List<SiteEntity> findByDeletedAtLessThan(Instant before);
}
