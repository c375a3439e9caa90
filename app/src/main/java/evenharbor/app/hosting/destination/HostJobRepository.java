package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.host.HostFault;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface HostJobRepository extends Repository<HostJob, String> {
    HostJob save(HostJob job);

    Optional<HostJob> findById(String id);

    Optional<HostJob> findFirstByDestinationIdOrderByStartedAtDescIdDesc(String destinationId);

    List<HostJob> findByDestinationIdAndStateIn(String destinationId, Collection<HostJob.State> states);

    @Query("select j.destinationId from HostJob j where j.destinationId in :ids and j.state in :states")
    Set<String> having(Collection<String> ids, Collection<HostJob.State> states);

    List<HostJob> findByNodeAndState(String node, HostJob.State state);

    List<HostJob> findByStateAndBeatAtBefore(HostJob.State state, Instant given);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select j from HostJob j where j.id = :id")
    Optional<HostJob> lock(String id);

    /** Takes a job up, unless another node is at it. @return 1 when it was taken */
    @Modifying
    @Query("update HostJob j set j.node = :node, j.beatAt = :now where j.id = :id and j.state = 'RUNNING'"
            + " and (j.node = :node or j.beatAt < :given)")
    int claim(String id, String node, Instant now, Instant given);

    /** Notes how far a job is. @return 0 when it is not this node's to go on with any more */
    @Modifying
    @Query("update HostJob j set j.step = :step, j.filesDone = :files, j.bytesDone = :bytes, j.bytesPerSecond = :rate,"
            + " j.path = :path, j.beatAt = :now where j.id = :id and j.state = 'RUNNING' and j.node = :node")
    int progress(
            String id, String node, HostJob.Step step, int files, long bytes, double rate, String path, Instant now);

    @Modifying
    @Query("update HostJob j set j.manifest = :manifest, j.filesTotal = :files, j.bytesTotal = :bytes where j.id = :id")
    void planned(String id, String manifest, int files, long bytes);

    @Modifying
    @Query("update HostJob j set j.tries = :tries, j.againAt = :again, j.fault = :fault, j.problem = :problem"
            + " where j.id = :id and j.state = 'RUNNING'")
    void tried(String id, int tries, Instant again, HostFault fault, String problem);

    @Modifying
    @Query("delete from HostJob j where j.destinationId = :destinationId")
    void forget(String destinationId);
}
