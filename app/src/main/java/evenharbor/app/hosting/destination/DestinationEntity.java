package evenharbor.app.hosting.destination;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.net.URI;
import java.time.Instant;

/** A host and a folder there, where a site is published. */
@Entity
@Table(name = "destination")
class DestinationEntity {

    /** What is at a destination of ours. */
    enum State {
        /** Nothing. */
        EMPTY,
        /** A version, whole. */
        HOLDS,
        /** Some of a version: a publish is under way, or broke off. */
        PARTLY,
        /** Nothing any more, or a notice: it was taken down. */
        TAKEN_DOWN
    }

    /** How redirects go along to a server that is not ours. */
    enum Carries {
        NOTHING,
        /** As pages that forward. */
        PAGES,
        /** As per-folder rules. */
        RULES
    }

    @Id
    String id;

    String siteId;
    String hostId;
    String folder;
    String folderKey;
    String url;
    boolean follows;

    @Enumerated(EnumType.STRING)
    Carries carries;

    @Enumerated(EnumType.STRING)
    State state;

    Integer currentVersion;
    String build;
    /** At how many paths something else was seen last than the version has there. */
    int differingPaths;

    Integer previousVersion;
    String listing;
    Instant lookedAt;
    Instant succeededAt;
    Instant failedAt;
    String problem;
    double filesPerSecond;
    double bytesPerSecond;

    @Version
    long revision;

    Instant createdAt;

    /** The path that builds are made for: that of the URL, without a slash at its end. */
    String base() {
        return url.isEmpty() ? "" : URI.create(url).getRawPath().replaceFirst("/+$", "");
    }

    /** How it is called in a sentence. */
    String place() {
        return url.isEmpty() ? folder.isEmpty() ? "the account's own folder" : folder : url;
    }
}
