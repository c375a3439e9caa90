package evenharbor.app.what.site;

import evenharbor.core.what.site.Settings;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;

/** One website under care. */
@Entity
@Table(name = "site")
class SiteEntity {
    @Id
    String id;

    String accountId;
    String title;
    boolean listed;
    boolean pinned;
    String createdBy;
    Instant createdAt;
    String rightsConfirmedBy;
    Instant rightsConfirmedAt;
    Instant deletedAt;
    String deletedBy;

    @Version
    Long revision;

    Site toSite() {
        return new Site(
                id,
                accountId,
                title,
                new Settings(listed, pinned),
                rightsConfirmedAt != null,
                createdAt,
                Optional.ofNullable(deletedAt),
                revision == null ? 0 : revision);
    }
}
