package evenharbor.app.hosting.destination;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.HostInUse;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.hosting.host.HostFolder;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** The destinations of the current person's sites on hosts. */
@Service
@Transactional
class Destinations implements HostInUse {

    private final DestinationRepository repository;
    private final HostJobRepository jobs;
    private final LedgerRows ledger;
    private final Hosts hosts;
    private final Sites sites;
    private final Activities activities;
    private final Clock clock;

    Destinations(
            DestinationRepository repository,
            HostJobRepository jobs,
            LedgerRows ledger,
            Hosts hosts,
            Sites sites,
            Activities activities,
            Clock clock) {
        this.repository = repository;
        this.jobs = jobs;
        this.ledger = ledger;
        this.hosts = hosts;
        this.sites = sites;
        this.activities = activities;
        this.clock = clock;
    }

    /** What an owner says of a destination. */
    record Wanted(String folder, String url, boolean follows, DestinationEntity.Carries carries) {}

    /** A destination and the last work at it, as of one moment: work that is done has left in it what it did. */
    record Watched(DestinationEntity destination, Optional<HostJob> work) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    List<Watched> ofSite(String siteId) {
        sites.mine(siteId);
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .map(this::watched)
                .toList();
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    Watched watched(String id) {
        return watched(mine(id));
    }

    private Watched watched(DestinationEntity destination) {
        return new Watched(destination, jobs.findFirstByDestinationIdOrderByStartedAtDescIdDesc(destination.id));
    }

    /** One of the person's destinations. */
    @Transactional(readOnly = true)
    DestinationEntity mine(String id) {
        DestinationEntity destination = repository.findById(id).orElseThrow(() -> Problem.notFound("This destination"));
        sites.mine(destination.siteId);
        return destination;
    }

    DestinationEntity add(String siteId, String hostId, Wanted wanted) {
        Site site = sites.mine(siteId);
        Host host = hosts.mine(hostId);
        DestinationEntity destination = new DestinationEntity();
        destination.id = Ids.id();
        destination.siteId = siteId;
        destination.hostId = hostId;
        destination.state = DestinationEntity.State.EMPTY;
        destination.build = "";
        destination.listing = "";
        destination.problem = "";
        destination.createdAt = clock.instant();
        take(destination, host, wanted);
        DestinationEntity saved = repository.save(destination);
        note(site.id(), "publishes to " + host.name() + ", " + saved.place());
        return saved;
    }

    DestinationEntity change(String id, Wanted wanted, OptionalLong expected) {
        DestinationEntity destination = mine(id);
        if (expected.isPresent() && expected.getAsLong() != destination.revision) {
            throw Problem.stale("this destination", destination.revision);
        }
        Host host = hosts.mine(destination.hostId);
        boolean elsewhere = !HostFolder.clean(wanted.folder()).equals(destination.folder);
        if (elsewhere && destination.state != DestinationEntity.State.EMPTY) {
            throw Problem.field(
                    "folder",
                    "Something of this site is in the folder " + destination.place()
                            + ". Take it down first, or add a second destination.");
        }
        take(destination, host, wanted);
        if (elsewhere) {
            destination.listing = "";
            destination.lookedAt = null;
        }
        repository.flush();
        note(destination.siteId, "changed " + destination.place());
        return destination;
    }

    private void take(DestinationEntity destination, Host host, Wanted wanted) {
        destination.folder = HostFolder.clean(Hosts.printable("folder", wanted.folder()));
        destination.folderKey = HostFolder.key(destination.folder);
        destination.url = Hosts.url(wanted.url());
        destination.follows = wanted.follows();
        destination.carries = wanted.carries();
        List<DestinationEntity> there = at(host);
        for (DestinationEntity other : there) {
            boolean anothers = sites.find(other.siteId)
                    .filter(site -> !site.accountId().equals(host.accountId()))
                    .isPresent();
            boolean nested = HostFolder.within(other.folderKey, destination.folderKey)
                    || HostFolder.within(destination.folderKey, other.folderKey);
            if (anothers && nested && !other.folderKey.equals(destination.folderKey)) {
                throw Problem.field(
                        "folder",
                        "Another site's folder lies within this one, or around it. Choose one that lies beside it.");
            }
            if (!other.id.equals(destination.id) && other.folderKey.equals(destination.folderKey)) {
                String who = sites.find(other.siteId)
                        .filter(site -> site.accountId().equals(host.accountId()))
                        .map(Site::title)
                        .orElse("Another site");
                throw Problem.field(
                        "folder",
                        who + " is published to this folder already. Choose another, such as “"
                                + HostFolder.below(destination.folder, free(destination.folder, there)) + "”.");
            }
        }
    }

    private static String free(String folder, List<DestinationEntity> there) {
        return HostFolder.free(folder, there.stream().map(d -> d.folder).toList());
    }

    /** The destinations in the account that a host leads to, by whichever of its owner's hosts. */
    private List<DestinationEntity> at(Host host) {
        return repository.findByHostIdInOrderByCreatedAt(
                hosts.sameAccount(host).stream().map(Host::id).toList());
    }

    private void note(String siteId, String what) {
        activities.note(ActivityKind.DESTINATION_CHANGED, siteId, Current.person(), what);
    }

    /** Forgets a destination. What lies on the host stays there. */
    void remove(String id) {
        DestinationEntity destination = mine(id);
        repository.lock(id);
        if (!jobs.findByDestinationIdAndStateIn(id, HostJob.State.OPEN).isEmpty()) {
            throw new Problem(
                    ProblemType.PUBLISH_RUNNING,
                    "Work is under way at this destination. Nothing was changed. Stop it first, or wait for its end.");
        }
        ledger.forget(id);
        jobs.forget(id);
        repository.delete(destination);
        note(destination.siteId, "no longer publishes to " + destination.place());
    }

    /** The folders of other destinations that lie within this one, as paths in it with slashes at their ends. */
    @Transactional(readOnly = true)
    Set<String> within(DestinationEntity destination) {
        return hosts.find(destination.hostId).map(this::at).orElse(List.of()).stream()
                .filter(other ->
                        !other.id.equals(destination.id) && HostFolder.within(other.folderKey, destination.folderKey))
                .map(other -> HostFolder.inside(other.folderKey, destination.folderKey))
                .collect(Collectors.toSet());
    }

    @Override
    @Transactional(readOnly = true)
    public List<Use> of(String hostId) {
        return repository.findByHostIdOrderByCreatedAt(hostId).stream()
                .map(destination -> new Use(
                        destination.siteId,
                        sites.find(destination.siteId).map(Site::title).orElse(""),
                        destination.folder))
                .toList();
    }
}
