package evenharbor.app.where.address;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Ids;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The owner's own list of where they gave an address out: cards, profiles, newsletters. */
@Service
@Transactional
class Places {

    private final PlaceRepository repository;
    private final Sites sites;
    private final Clock clock;

    Places(PlaceRepository repository, Sites sites, Clock clock) {
        this.repository = repository;
        this.sites = sites;
        this.clock = clock;
    }

    /**
     * One place.
     *
     * @param id its id
     * @param host the host name that was given out there
     * @param what what it is, in the owner's words
     * @param doneAt when it was mended; null while it still names the old address
     */
    record PlaceView(
            String id,
            String host,
            String what,
            @Schema(nullable = true) Instant doneAt) {}

    @Transactional(readOnly = true)
    public List<PlaceView> of(String siteId) {
        sites.mine(siteId);
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .map(Places::view)
                .toList();
    }

    public PlaceView add(String siteId, String host, String what) {
        sites.mine(siteId);
        Place place = new Place();
        place.id = Ids.id();
        place.siteId = siteId;
        place.host = host;
        place.what = what.strip();
        place.createdAt = clock.instant();
        return view(repository.save(place));
    }

    public PlaceView setDone(String siteId, String id, boolean done) {
        Place place = entity(siteId, id);
        place.doneAt = done ? clock.instant() : null;
        return view(place);
    }

    public void remove(String siteId, String id) {
        repository.delete(entity(siteId, id));
    }

    private Place entity(String siteId, String id) {
        sites.mine(siteId);
        return repository.findByIdAndSiteId(id, siteId).orElseThrow(() -> Problem.notFound("This place"));
    }

    private static PlaceView view(Place place) {
        return new PlaceView(place.id, place.host, place.what, place.doneAt);
    }
}
