package evenharbor.app.what.live;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface LiveStateRepository extends Repository<LiveState, String> {
    LiveState save(LiveState state);

    Optional<LiveState> findBySiteId(String siteId);

    List<LiveState> findBySiteIdIn(Collection<String> siteIds);

    List<LiveState> findByChangedInGreaterThanOrderByChangedIn(long revision);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from LiveState s where s.siteId = :siteId")
    Optional<LiveState> lock(String siteId);
}
