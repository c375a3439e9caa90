package evenharbor.app.where.redirect;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface RedirectSetRepository extends Repository<RedirectSetEntity, String> {
    RedirectSetEntity save(RedirectSetEntity set);

    Optional<RedirectSetEntity> findBySiteId(String siteId);

    List<RedirectSetEntity> findBySiteIdIn(Collection<String> siteIds);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from RedirectSetEntity s where s.siteId = :siteId")
    Optional<RedirectSetEntity> lock(String siteId);
}
