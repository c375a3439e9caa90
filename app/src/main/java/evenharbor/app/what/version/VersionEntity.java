package evenharbor.app.what.version;

import evenharbor.core.what.site.Settings;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;

/** An unchangeable saved state of a site. */
@Entity
@Table(name = "version")
class VersionEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String siteId;
    int number;
    String manifest;
    String build;
    String redirects = "";
    boolean listed;
    boolean pinned;
    String name;
    String note;
    boolean kept;

    @Enumerated(EnumType.STRING)
    SavedVersion.Cause cause;

    String createdBy;
    Instant createdAt;
    Instant publishedAt;
    Instant dueAt;
    Instant goneAt;
    int files;
    long bytes;

    SavedVersion toVersion() {
        return new SavedVersion(
                siteId,
                number,
                manifest,
                Optional.ofNullable(build),
                redirects,
                new Settings(listed, pinned),
                name,
                note,
                kept,
                cause,
                createdBy,
                createdAt,
                Optional.ofNullable(publishedAt),
                Optional.ofNullable(dueAt),
                files,
                bytes);
    }
}
