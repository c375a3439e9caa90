package evenharbor.app.what.draft;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface DraftRepository extends Repository<DraftEntity, String> {
    DraftEntity save(DraftEntity draft);

    Optional<DraftEntity> findBySiteId(String siteId);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from DraftEntity d where d.siteId = :siteId")
    Optional<DraftEntity> lock(String siteId);
}
