package evenharbor.app.address;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AddressRepository extends JpaRepository<AddressEntity, String> {
    List<AddressEntity> findBySiteIdAndHeldUntilIsNullOrderByClaimedAt(String siteId);

    List<AddressEntity> findBySiteIdInAndHeldUntilIsNullOrderByClaimedAt(Collection<String> siteIds);

    Optional<AddressEntity> findByNameAndSiteIdAndHeldUntilIsNull(String name, String siteId);
}
