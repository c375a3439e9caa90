package evenharbor.app.what.live;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface LifeRecordRepository extends Repository<LifeRecord, Long> {
    LifeRecord save(LifeRecord row);

    Optional<LifeRecord> findFirstBySiteIdAndAtLessThanEqualOrderByAtDescIdDesc(String siteId, Instant at);

    List<LifeRecord> findBySiteIdInAndAtGreaterThanOrderById(Collection<String> siteIds, Instant since);

    /** Of each site the last one until an instant. */
    @Query(
            nativeQuery = true,
            value =
                    "select r.* from life_record r join (select id, row_number() over (partition by site_id order by at desc,"
                            + " id desc) place from life_record where site_id in (:siteIds) and at <= :at) l on l.id = r.id"
                            + " where l.place = 1")
    List<LifeRecord> latest(Collection<String> siteIds, Instant at);
}
