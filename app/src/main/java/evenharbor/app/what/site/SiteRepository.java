package evenharbor.app.what.site;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteRepository extends JpaRepository<SiteEntity, String> {

    Optional<SiteEntity> findByIdAndAccountId(String id, String accountId);

    List<SiteEntity> findByAccountIdOrderByCreatedAt(String accountId);
}
