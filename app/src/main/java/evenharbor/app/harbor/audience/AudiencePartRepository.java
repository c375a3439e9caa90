package evenharbor.app.harbor.audience;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface AudiencePartRepository extends Repository<AudiencePart, String> {

    AudiencePart save(AudiencePart part);

    void delete(AudiencePart part);

    Optional<AudiencePart> findByIdAndSiteId(String id, String siteId);

    Optional<AudiencePart> findBySiteIdAndPath(String siteId, String path);

    List<AudiencePart> findBySiteIdIn(Collection<String> siteIds);

    List<AudiencePart> findBySiteIdOrderByPath(String siteId);
}
