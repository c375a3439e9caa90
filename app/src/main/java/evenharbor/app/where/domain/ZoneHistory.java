package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneFile;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Every version of a zone. Records that prove something to an authority for some minutes are no part of it. */
@Component
class ZoneHistory {

    private static final String CHALLENGE = "_acme-challenge";

    private final ZoneVersionRepository repository;
    private final People people;
    private final Clock clock;

    ZoneHistory(ZoneVersionRepository repository, People people, Clock clock) {
        this.repository = repository;
        this.people = people;
        this.clock = clock;
    }

    /**
     * A version, as people read it.
     *
     * @param who who made it; empty when it was no person
     * @param sets how many record sets it has
     * @param changed how many of them are not as in the one before
     */
    record ZoneHistoryEntry(long id, Instant at, ZoneVersion.Origin origin, String who, int sets, int changed) {}

    /** Keeps a zone as it is from now on, unless it is as it was. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(Domain domain, Zone zone, ZoneVersion.Origin origin, Optional<Person> person) {
        String records = ZoneFile.write(lasting(zone));
        List<ZoneVersion> last = repository.findByDomainIdOrderByIdDesc(domain.id(), Limit.of(1));
        if (!last.isEmpty() && last.get(0).records.equals(records)) {
            return;
        }
        ZoneVersion version = new ZoneVersion();
        version.domainId = domain.id();
        version.records = records;
        version.origin = origin;
        version.personId = person.map(Person::id).orElse(null);
        version.at = clock.instant();
        repository.save(version);
    }

    private static Zone lasting(Zone zone) {
        List<RecordSet> sets = zone.sets().stream()
                .filter(set -> !(set.type().equals("TXT") && isChallenge(set.name())))
                .toList();
        return Zone.of(zone.apex(), sets);
    }

    private static boolean isChallenge(String name) {
        return name.equals(CHALLENGE) || name.startsWith(CHALLENGE + ".");
    }

    /** The latest versions of a domain's zone, the last first. */
    public List<ZoneHistoryEntry> of(Domain domain, int most) {
        List<ZoneVersion> versions = repository.findByDomainIdOrderByIdDesc(domain.id(), Limit.of(most + 1));
        People.Names names = people.names(
                versions.stream().map(v -> v.personId).filter(Objects::nonNull).toList());
        List<ZoneHistoryEntry> entries = new ArrayList<>();
        for (int i = 0; i < Math.min(most, versions.size()); i++) {
            ZoneVersion version = versions.get(i);
            Zone zone = zone(domain.name(), version);
            Zone before =
                    i + 1 < versions.size() ? zone(domain.name(), versions.get(i + 1)) : Zone.empty(domain.name());
            entries.add(new ZoneHistoryEntry(
                    version.id,
                    version.at,
                    version.origin,
                    version.personId == null ? "" : names.of(version.personId),
                    zone.sets().size(),
                    ZoneDifference.between(before, zone).steps().size()));
        }
        return entries;
    }

    /** A version of a domain's zone. */
    public Zone version(Domain domain, long id) {
        return repository
                .findByIdAndDomainId(id, domain.id())
                .map(version -> zone(domain.name(), version))
                .orElseThrow(() -> Problem.notFound("This version of the zone"));
    }

    private static Zone zone(HostName apex, ZoneVersion version) {
        return Zone.of(apex, ZoneFile.read(version.records, apex).sets());
    }
}
