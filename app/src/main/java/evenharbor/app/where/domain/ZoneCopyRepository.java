package evenharbor.app.where.domain;

import java.util.Optional;
import org.springframework.data.repository.Repository;

interface ZoneCopyRepository extends Repository<ZoneCopy, String> {
    ZoneCopy save(ZoneCopy copy);

    Optional<ZoneCopy> findByDomainId(String domainId);
}
