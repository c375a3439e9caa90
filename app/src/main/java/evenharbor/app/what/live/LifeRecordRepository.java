package evenharbor.app.what.live;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface LifeRecordRepository extends Repository<LifeRecord, Long> {
    LifeRecord save(LifeRecord row);

    Optional<LifeRecord> findFirstBySiteIdAndAtLessThanEqualOrderByAtDescIdDesc(String siteId, Instant at);

    List<LifeRecord> findBySiteIdInAndAtGreaterThanOrderById(Collection<String> siteIds, Instant since);
}
