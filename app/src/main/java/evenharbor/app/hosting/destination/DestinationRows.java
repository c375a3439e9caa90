package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.destination.Listing;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What was seen at destinations, in their rows. */
@Component
@Transactional
class DestinationRows {

    private final DestinationRepository repository;
    private final Listings listings;

    DestinationRows(DestinationRepository repository, Listings listings) {
        this.repository = repository;
        this.listings = listings;
    }

    /** What was seen there last. */
    @Transactional(readOnly = true)
    public Map<String, Listing.Found> seen(DestinationEntity destination) {
        return listings.get(destination.listing).files();
    }

    /** Adds to what was seen. */
    public void see(String destinationId, Map<String, Listing.Found> found) {
        DestinationEntity row = repository.lock(destinationId).orElseThrow();
        row.listing = listings.put(listings.get(row.listing).with(found.keySet(), found));
    }
}
