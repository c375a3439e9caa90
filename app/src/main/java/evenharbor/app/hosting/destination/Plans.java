package evenharbor.app.hosting.destination;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.what.version.Manifest;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a publish at a destination would do, from what was seen there last. */
@Service
@Transactional(readOnly = true)
class Plans {

    /** More paths than these are counted, not named. */
    private static final int MOST_NAMED = 2_000;

    private final Destinations destinations;
    private final LedgerRows ledgers;
    private final Listings listings;
    private final HostBuilds builds;
    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;

    Plans(
            Destinations destinations,
            LedgerRows ledgers,
            Listings listings,
            HostBuilds builds,
            Sites sites,
            Drafts drafts,
            Versions versions) {
        this.destinations = destinations;
        this.ledgers = ledgers;
        this.listings = listings;
        this.builds = builds;
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
    }

    /**
     * One file sent or removed.
     *
     * @param replaces whether something is there already
     * @param bytes what is sent; 0 when it is removed
     */
    record PlannedStep(HostPlan.Kind kind, String path, boolean replaces, long bytes) {}

    record DisputedFile(String path, HostPlan.Why why) {}

    /**
     * What a publish would do.
     *
     * @param lookedAt when the destination was last looked at; null when never: then all of it would be sent
     * @param version the version that would be sent; null for the draft
     * @param steps what is sent and removed, in its order; the list names the first of them
     * @param added how many files are sent where nothing is yet
     * @param replaced how many files are sent in place of what is there
     * @param removed how many files are removed
     * @param bytes what is sent in all
     * @param seconds how long that takes likely; null when there is no experience yet
     * @param disputed where someone else did something
     * @param foreign what others put there
     * @param foreignCount how many of those there are
     * @param leftAlone what is there already; the list names the first of them
     * @param leftAloneCount how many of those there are
     */
    record PlanView(
            @Schema(nullable = true) Instant lookedAt,
            @Schema(nullable = true) Integer version,
            List<PlannedStep> steps,
            long added,
            long replaced,
            long removed,
            long bytes,
            @Schema(nullable = true) Double seconds,
            List<DisputedFile> disputed,
            List<String> foreign,
            int foreignCount,
            List<String> leftAlone,
            int leftAloneCount) {}

    /** The plan for a version, or for the draft. */
    PlanView of(String destinationId, Optional<Integer> version) {
        DestinationEntity destination = destinations.mine(destinationId);
        Manifest toBe = toBe(destination, version);
        HostPlan plan =
                HostPlan.of(toBe, ledgers.of(destinationId), listings.get(destination.listing), HostPlan.Wishes.NONE);
        OptionalDouble seconds = plan.seconds(destination.filesPerSecond, destination.bytesPerSecond);
        return new PlanView(
                destination.lookedAt,
                version.orElse(null),
                plan.steps().stream()
                        .limit(MOST_NAMED)
                        .map(s -> new PlannedStep(
                                s.kind(),
                                s.path(),
                                s.replaces(),
                                s.file().map(f -> f.size()).orElse(0L)))
                        .toList(),
                plan.added(),
                plan.replaced(),
                plan.removed(),
                plan.bytes(),
                seconds.isPresent() ? seconds.getAsDouble() : null,
                plan.disputed().stream()
                        .map(d -> new DisputedFile(d.path(), d.why()))
                        .toList(),
                plan.foreign().stream().limit(MOST_NAMED).toList(),
                plan.foreign().size(),
                plan.leftAlone().stream().limit(MOST_NAMED).toList(),
                plan.leftAlone().size());
    }

    /** What a destination shall hold for a version, or for the draft; whoever asks has made sure that it is theirs. */
    Manifest toBe(DestinationEntity destination, Optional<Integer> version) {
        Site site = sites.find(destination.siteId).orElseThrow();
        if (version.isPresent()) {
            SavedVersion saved = versions.find(site.id(), version.get())
                    .orElseThrow(() -> Problem.notFound("Version " + version.get()));
            return builds.of(destination, saved.manifest(), saved.settings(), saved.redirects());
        }
        Draft draft = drafts.find(site.id());
        return builds.of(destination, draft.manifest(), site.settings(), versions.redirectsNow(site.id()));
    }
}
