package evenharbor.app.overview.moving;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.audience.AudienceCopies;
import evenharbor.app.hosting.cost.Costs;
import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.overview.arrival.Arrivals;
import evenharbor.app.overview.message.Receivers;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.site.Unlisted;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlannedChanges;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.core.harbor.publish.ArrivalRule;
import evenharbor.core.hosting.cost.Cost;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Everything of an account as one file. The same account gives the same file. */
@Service
class AccountExport {

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    private static final LocalDateTime TIME = LocalDateTime.of(2000, 1, 1, 0, 0);

    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;
    private final LiveStates states;
    private final Addresses addresses;
    private final RedirectSets redirects;
    private final Unlisted unlisted;
    private final AudienceCopies audiences;
    private final PlannedChanges plans;
    private final DestinationStands destinations;
    private final Hosts hosts;
    private final Costs costs;
    private final Receivers receivers;
    private final Arrivals arrivals;
    private final People people;
    private final Memberships memberships;
    private final Manifests manifests;
    private final Blobs blobs;
    private final HarborProperties harbor;

    AccountExport(
            Sites sites,
            Drafts drafts,
            Versions versions,
            LiveStates states,
            Addresses addresses,
            RedirectSets redirects,
            Unlisted unlisted,
            AudienceCopies audiences,
            PlannedChanges plans,
            DestinationStands destinations,
            Hosts hosts,
            Costs costs,
            Receivers receivers,
            Arrivals arrivals,
            People people,
            Memberships memberships,
            Manifests manifests,
            Blobs blobs,
            HarborProperties harbor) {
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
        this.states = states;
        this.addresses = addresses;
        this.redirects = redirects;
        this.unlisted = unlisted;
        this.audiences = audiences;
        this.plans = plans;
        this.destinations = destinations;
        this.hosts = hosts;
        this.costs = costs;
        this.receivers = receivers;
        this.arrivals = arrivals;
        this.people = people;
        this.memberships = memberships;
        this.manifests = manifests;
        this.blobs = blobs;
        this.harbor = harbor;
    }

    /** What is written, read at one moment. @param contents hashes of all contents that it names */
    record Taken(Archive.Index index, List<Archive.SiteFile> sites, Set<String> contents) {}

    /** Reads everything of the current person's account. */
    @Transactional(readOnly = true)
    public Taken read() {
        Set<String> contents = new TreeSet<>();
        List<Archive.SiteFile> all = new ArrayList<>();
        Map<String, String> names = new LinkedHashMap<>();
        for (Site site : sites.mine()) {
            all.add(site(site, contents));
            names.put(site.id(), "sites/%03d.json".formatted(all.size()));
        }
        String account = Current.person().accountId();
        Archive.Index index = new Archive.Index(
                Archive.FORMAT,
                Archive.VERSION,
                people.accountName(account),
                List.copyOf(names.values()),
                hosts.mine().stream()
                        .map(host -> new Archive.HostFile(
                                host.name(),
                                host.protocol().name(),
                                host.server(),
                                host.port(),
                                host.user(),
                                host.folder(),
                                host.url()))
                        .toList(),
                memberships.ofAccount(account).entrySet().stream()
                        .flatMap(member -> people.find(member.getKey()).stream()
                                .map(person -> new Archive.PersonFile(
                                        person.name(),
                                        person.email(),
                                        member.getValue().all().map(Enum::name).orElse(null))))
                        .toList(),
                costs.mine().stream()
                        .filter(kept -> !kept.id().isEmpty())
                        .map(kept -> cost(kept.cost(), names))
                        .toList(),
                receivers.mine().stream()
                        .map(each -> new Archive.ReceiverFile(
                                each.name(),
                                each.url(),
                                each.kinds().stream().map(Enum::name).sorted().toList(),
                                each.siteId().map(names::get).orElse(null)))
                        .toList());
        return new Taken(index, List.copyOf(all), contents);
    }

    private static Archive.CostFile cost(Cost cost, Map<String, String> names) {
        return new Archive.CostFile(
                cost.what(),
                cost.siteId().map(names::get).orElse(null),
                cost.currency(),
                cost.paid().name(),
                cost.price(),
                cost.firstYear().orElse(null),
                cost.discount(),
                cost.discountUntil().orElse(null),
                cost.yearlyOffer().orElse(null),
                cost.since(),
                cost.ends().orElse(null));
    }

    private Archive.SiteFile site(Site site, Set<String> contents) {
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
                audiences.taken(site.id()).stream().map(AccountExport::part).toList(),
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

    /** Writes what was read as a ZIP. Contents come as they are needed: none is held in memory. */
    void write(Taken taken, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            entry(zip, Archive.INDEX, JSON.writeValueAsBytes(taken.index()));
            for (int n = 0; n < taken.sites().size(); n++) {
                entry(
                        zip,
                        taken.index().sites().get(n),
                        JSON.writeValueAsBytes(taken.sites().get(n)));
            }
            for (String hash : taken.contents()) {
                begin(zip, Archive.CONTENTS + hash);
                try (InputStream content = Channels.newInputStream(blobs.open(hash, Coding.IDENTITY))) {
                    content.transferTo(zip);
                }
                zip.closeEntry();
            }
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        begin(zip, name);
        zip.write(bytes);
        zip.closeEntry();
    }

    private static void begin(ZipOutputStream zip, String name) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTimeLocal(TIME);
        zip.putNextEntry(entry);
    }
}
