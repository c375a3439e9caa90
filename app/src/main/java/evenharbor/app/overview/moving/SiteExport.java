package evenharbor.app.overview.moving;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.audience.AudienceCopies;
import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.overview.arrival.Arrivals;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Unlisted;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlannedChanges;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.core.harbor.publish.ArrivalRule;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Everything of a site as the file of an account tells it. */
@Component
class SiteExport {

    private final Drafts drafts;
    private final Versions versions;
    private final LiveStates states;
    private final Addresses addresses;
    private final RedirectSets redirects;
    private final Unlisted unlisted;
    private final AudienceCopies audiences;
    private final PlannedChanges plans;
    private final DestinationStands destinations;
    private final Arrivals arrivals;
    private final Manifests manifests;
    private final HarborProperties harbor;

    SiteExport(
            Drafts drafts,
            Versions versions,
            LiveStates states,
            Addresses addresses,
            RedirectSets redirects,
            Unlisted unlisted,
            AudienceCopies audiences,
            PlannedChanges plans,
            DestinationStands destinations,
            Arrivals arrivals,
            Manifests manifests,
            HarborProperties harbor) {
        this.drafts = drafts;
        this.versions = versions;
        this.states = states;
        this.addresses = addresses;
        this.redirects = redirects;
        this.unlisted = unlisted;
        this.audiences = audiences;
        this.plans = plans;
        this.destinations = destinations;
        this.arrivals = arrivals;
        this.manifests = manifests;
        this.harbor = harbor;
    }

    /** Reads a site. @param contents takes the hashes of all contents that it names */
    Archive.SiteFile read(Site site, Set<String> contents) {
        Live live = states.of(site.id());
        List<Archive.VersionFile> saved = versions.of(site.id()).stream()
                .sorted(Comparator.comparingInt(SavedVersion::number))
                .map(version -> version(version, contents))
                .toList();
        String rules = redirects.now(site.id());
        name(rules, contents);
        return new Archive.SiteFile(
                site.title(),
                site.settings().listed(),
                site.settings().pinned(),
                files(drafts.files(drafts.find(site.id())), contents),
                rules,
                saved,
                live.version().orElse(null),
                live.live(),
                addresses.of(site.id()).stream().map(this::address).toList(),
                audiences.taken(site.id()).stream().map(SiteExport::part).toList(),
                plans.open(site.id()).stream()
                        .flatMap(plan -> plan(plan).stream())
                        .toList(),
                destinations.places(site.id()).stream()
                        .map(each -> new Archive.DestinationFile(each.host(), each.folder(), each.url()))
                        .toList(),
                unlisted.of(site.id()).paths(),
                arrivals(arrivals.rule(site.id())));
    }

    private static Archive.ArrivalFile arrivals(ArrivalRule rule) {
        return new Archive.ArrivalFile(rule.publishes(), rule.stoppedBy().name());
    }

    private static void name(String hash, Set<String> contents) {
        if (!hash.isEmpty()) {
            contents.add(hash);
        }
    }

    private static List<Archive.PathFile> files(Manifest manifest, Set<String> contents) {
        return manifest.files().entrySet().stream()
                .map(file -> {
                    contents.add(file.getValue().hash());
                    return new Archive.PathFile(
                            file.getKey(),
                            file.getValue().hash(),
                            file.getValue().size());
                })
                .toList();
    }

    private Archive.VersionFile version(SavedVersion version, Set<String> contents) {
        name(version.redirects(), contents);
        return new Archive.VersionFile(
                version.number(),
                version.name(),
                version.note(),
                version.kept(),
                version.cause().name(),
                version.createdAt(),
                version.publishedAt().orElse(null),
                version.settings().listed(),
                version.settings().pinned(),
                version.redirects(),
                files(manifests.get(version.manifest()), contents));
    }

    private Archive.AddressFile address(Address address) {
        String ending = "." + harbor.nameEnding();
        boolean own = address.hostName().endsWith(ending) && address.path().equals("/");
        return new Archive.AddressFile(
                address.hostName() + (address.path().equals("/") ? "" : address.path()),
                own ? address.hostName().substring(0, address.hostName().length() - ending.length()) : null,
                address.role().name(),
                address.trialVersion(),
                address.pointsTo());
    }

    private static Archive.PartFile part(AudienceCopies.PartTakenAlong part) {
        return new Archive.PartFile(
                part.path(),
                part.way(),
                part.kept(),
                part.until().orElse(null),
                part.emails(),
                part.registration()
                        .map(asked -> new Archive.RegistrationFile(
                                asked.after(), asked.name(), asked.consent(), asked.confirmed(), asked.page()))
                        .orElse(null));
    }

    /** A plan; empty for one that names an address or a host, which are others elsewhere. */
    private static Optional<Archive.PlanFile> plan(Plan plan) {
        PlannedAction action = plan.action();
        if (action instanceof PlannedAction.SwitchMain || action instanceof PlannedAction.SendTo) {
            return Optional.empty();
        }
        Schedule when = plan.schedule();
        return Optional.of(new Archive.PlanFile(
                action.getClass().getSimpleName(),
                action.version().orElse(null),
                action instanceof PlannedAction.GoLive live && live.redirects(),
                action instanceof PlannedAction.TakeDown down && down.everywhere(),
                action instanceof PlannedAction.Close close ? LifeJson.write(close.closing()) : null,
                when.starts(),
                when.ends().orElse(null),
                when.zone().getId(),
                when.second(),
                when.repeat().map(Repeat::every).map(Enum::name).orElse(null),
                when.repeat().map(Repeat::interval).orElse(0),
                when.repeat().flatMap(Repeat::last).orElse(null)));
    }
}
