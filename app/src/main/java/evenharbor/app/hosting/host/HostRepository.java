package evenharbor.app.hosting.host;

import evenharbor.core.hosting.host.Protocol;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface HostRepository extends Repository<HostEntity, String> {
    HostEntity save(HostEntity host);

    void flush();

    Optional<HostEntity> findById(String id);

    List<HostEntity> findByIdIn(Collection<String> ids);

    Optional<HostEntity> findByIdAndAccountId(String id, String accountId);

    List<HostEntity> findByAccountIdOrderByCreatedAt(String accountId);

    List<HostEntity> findByProtocolAndServer(Protocol protocol, String server);

    void delete(HostEntity host);

    /** Notes how a test stands; that is no change of the host. */
    @Modifying
    @Query("update HostEntity h set h.testState = :state, h.test = :test, h.testedAt = :at where h.id = :id")
    void tested(String id, HostEntity.TestState state, String test, Instant at);
}
