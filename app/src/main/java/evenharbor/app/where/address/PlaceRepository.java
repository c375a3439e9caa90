package evenharbor.app.where.address;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface PlaceRepository extends Repository<Place, String> {
    Place save(Place place);

    List<Place> findBySiteIdOrderByCreatedAt(String siteId);

    Optional<Place> findByIdAndSiteId(String id, String siteId);

    void delete(Place place);
}
