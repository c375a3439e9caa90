package evenharbor.app.hosting.destination;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface DestinationRepository extends Repository<DestinationEntity, String> {
    DestinationEntity save(DestinationEntity destination);

    void flush();

    Optional<DestinationEntity> findById(String id);

    List<DestinationEntity> findBySiteIdOrderByCreatedAt(String siteId);

    List<DestinationEntity> findBySiteIdInOrderByCreatedAt(Collection<String> siteIds);

    List<DestinationEntity> findByHostIdOrderByCreatedAt(String hostId);

    List<DestinationEntity> findByHostIdInOrderByCreatedAt(Collection<String> hostIds);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from DestinationEntity d where d.id = :id")
    Optional<DestinationEntity> lock(String id);

    void delete(DestinationEntity destination);
}
