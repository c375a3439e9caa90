package evenharbor.app.what.live;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.Repository;

interface LiveSpanRepository extends Repository<LiveSpan, Long> {
    LiveSpan save(LiveSpan span);

    List<LiveSpan> findBySiteIdAndUntilAtIsNull(String siteId);

    List<LiveSpan> findBySiteIdInOrderByFromAt(Collection<String> siteIds);

    List<LiveSpan> findBySiteIdInAndUntilAtGreaterThanOrderByFromAtDesc(Collection<String> siteIds, Instant since);

    List<LiveSpan> findBySiteIdAndUntilAtGreaterThanOrderByFromAtDesc(String siteId, Instant since);
}
