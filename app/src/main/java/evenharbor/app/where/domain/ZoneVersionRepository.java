package evenharbor.app.where.domain;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

interface ZoneVersionRepository extends Repository<ZoneVersion, Long> {
    ZoneVersion save(ZoneVersion version);

    List<ZoneVersion> findByDomainIdOrderByIdDesc(String domainId, Limit limit);

    Optional<ZoneVersion> findByIdAndDomainId(Long id, String domainId);
}
