package evenharbor.app.hosting.destination;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.content.FileEntries;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What destinations hold, file by file, and what they would hold. */
@Service
@Transactional(readOnly = true)
public class HostFiles {

    private final Destinations destinations;
    private final LedgerRows ledgers;
    private final Plans plans;

    HostFiles(Destinations destinations, LedgerRows ledgers, Plans plans) {
        this.destinations = destinations;
        this.ledgers = ledgers;
        this.plans = plans;
    }

    private DestinationEntity mine(String siteId, String destinationId) {
        DestinationEntity destination = destinations.mine(destinationId);
        if (!destination.siteId.equals(siteId)) {
            throw Problem.notFound("This destination");
        }
        return destination;
    }

    /** What we put at a destination and, as far as is known, is there. */
    public Manifest held(String siteId, String destinationId) {
        Map<String, FileEntry> files = new TreeMap<>();
        ledgers.of(mine(siteId, destinationId).id).files().forEach((path, put) -> {
            String type = FileEntries.mediaType(path);
            files.put(path, new FileEntry(put.hash(), put.size(), type, type.startsWith("text/")));
        });
        return Manifest.of(files);
    }

    /** What a destination would hold of a version, or of the draft. */
    public Manifest wanted(String siteId, String destinationId, Optional<Integer> version) {
        return plans.toBe(mine(siteId, destinationId), version);
    }
}
