package evenharbor.app.harbor.publish;

import evenharbor.core.harbor.publish.PublicationLife;
import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface PublicationRepository extends Repository<Publication, String> {
    Publication save(Publication publication);

    Optional<Publication> findById(String id);

    List<Publication> findByNodeAndState(String node, PublicationLife.State state);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from Publication p where p.id = :id")
    Optional<Publication> lock(String id);

    @Modifying
    @Query(
            "update Publication p set p.step = :step, p.done = :done, p.total = :total where p.id = :id and p.state = 'RUNNING' and p.version is null")
    void progress(String id, PublicationLife.Step step, int done, int total);
}
