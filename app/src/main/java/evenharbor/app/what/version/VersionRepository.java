package evenharbor.app.what.version;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface VersionRepository extends Repository<VersionEntity, Long> {
    VersionEntity save(VersionEntity version);

    Optional<VersionEntity> findBySiteIdAndNumberAndGoneAtIsNull(String siteId, int number);

    List<VersionEntity> findBySiteIdAndGoneAtIsNullOrderByNumberDesc(String siteId);

    boolean existsBySiteIdAndManifestAndGoneAtIsNull(String siteId, String manifest);

    @Query("select coalesce(max(v.number), 0) from VersionEntity v where v.siteId = :siteId")
    int highest(String siteId);
}
