package evenharbor.app.what.draft;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The working copy of a site. */
@Entity
@Table(name = "draft")
class DraftEntity {
    @Id
    String siteId;

    String manifest;
    String beforeManifest;
    String what;
    /** What undoing takes back, in words; null where it is the last change. */
    String undoes;

    long revision;
    String changedBy;
    Instant changedAt;

    Draft toDraft() {
        return new Draft(siteId, manifest, revision, changedBy, changedAt, what, beforeManifest != null);
    }
}
