package evenharbor.app.what.version;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface VersionRepository extends Repository<VersionEntity, Long> {
    VersionEntity save(VersionEntity version);

    Optional<VersionEntity> findBySiteIdAndNumberAndGoneAtIsNull(String siteId, int number);

    List<VersionEntity> findBySiteIdAndGoneAtIsNullOrderByNumberDesc(String siteId);

    boolean existsBySiteIdAndManifestAndGoneAtIsNull(String siteId, String manifest);

    /** Of several sites the version that is live, or was live last. */
    @Query(
            nativeQuery = true,
            value = "select v.* from version v join live_state l on l.site_id = v.site_id and l.version = v.number"
                    + " where l.site_id in (:siteIds) and v.gone_at is null")
    List<VersionEntity> shown(Collection<String> siteIds);

    @Query("select coalesce(max(v.number), 0) from VersionEntity v where v.siteId = :siteId")
    int highest(String siteId);
}
