package evenharbor.app.where.domain;

import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneFile;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Our copies of the zones that name servers hold. They serve when the servers are silent, for undo, and to know our own
 * records; each look brings them up to date.
 */
@Component
class ZoneCopies {

    private final ZoneCopyRepository copies;
    private final DomainRepository domains;
    private final ZoneHistory history;
    private final ZoneServer server;
    private final Activities activities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    ZoneCopies(
            ZoneCopyRepository copies,
            DomainRepository domains,
            ZoneHistory history,
            ZoneServer server,
            Activities activities,
            TransactionTemplate transactions,
            Clock clock) {
        this.copies = copies;
        this.domains = domains;
        this.history = history;
        this.server = server;
        this.activities = activities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The copy of a domain's zone; empty while it was never seen. */
    Optional<ZoneCopy> find(Domain domain) {
        return copies.findByDomainId(domain.id());
    }

    /** Agrees that a person's records at a name give way. */
    void yieldAt(Domain domain, String name) {
        transactions.executeWithoutResult(t -> {
            ZoneCopy copy = find(domain).orElseThrow();
            copy.yieldAt(name);
            copies.save(copy);
        });
    }

    /**
     * Brings the copy up to date with the name server. What the server has lost, or has empty all of a sudden, is not
     * taken for what the zone shall be.
     */
    ZoneCopy refresh(Domain domain) throws ZoneServer.Refusal {
        Optional<ZoneServer.Transferred> there = transferred(domain);
        Optional<ZoneCopy> copy = transactions.execute(t -> seen(domain, there));
        if (copy.isEmpty()) {
            throw new ZoneServer.Refusal(ZoneServer.Failure.NO_ZONE, null);
        }
        if (copy.get().emptied) {
            throw new ZoneServer.Refusal(ZoneServer.Failure.LOST, null);
        }
        return copy.get();
    }

    /** The zone as its name server has it; empty when it has none. */
    Optional<ZoneServer.Transferred> transferred(Domain domain) throws ZoneServer.Refusal {
        try {
            return Optional.of(server.transfer(domain.name()));
        } catch (ZoneServer.Refusal e) {
            if (e.failure() != ZoneServer.Failure.NO_ZONE) {
                throw e;
            }
            return Optional.empty();
        }
    }

    private Optional<ZoneCopy> seen(Domain domain, Optional<ZoneServer.Transferred> there) {
        Optional<ZoneCopy> known = copies.findByDomainId(domain.id());
        boolean empty = there.map(t -> t.zone().sets().isEmpty()).orElse(true);
        boolean lost =
                empty && known.map(copy -> !copy.zone(domain).sets().isEmpty()).orElse(false);
        if (lost) {
            known.get().emptied = true;
            return Optional.of(copies.save(known.get()));
        }
        return there.map(seen -> taken(domain, known, seen));
    }

    private ZoneCopy taken(Domain domain, Optional<ZoneCopy> known, ZoneServer.Transferred seen) {
        ZoneCopy copy = known.orElseGet(() -> ZoneCopy.begun(domain.id()));
        boolean elsewhere =
                copy.serial != seen.serial() && !ZoneFile.write(seen.zone()).equals(copy.records);
        copy.records = ZoneFile.write(seen.zone());
        copy.serial = seen.serial();
        copy.seenAt = clock.instant();
        copy.emptied = false;
        // Records that someone changed behind our back are no longer ours.
        copy.ours(copy.ours().stream()
                .filter(k -> seen.zone().find(k).isPresent())
                .collect(Collectors.toSet()));
        if (known.isPresent() && elsewhere) {
            copy.beforeRecords = null;
            history.keep(domain, seen.zone(), ZoneVersion.Origin.ELSEWHERE, Optional.empty());
        } else if (known.isEmpty() && !seen.zone().sets().isEmpty()) {
            history.keep(domain, seen.zone(), ZoneVersion.Origin.HARBOR, Optional.empty());
        }
        return copies.save(copy);
    }

    /** Notes what was sent to the name server. @param person who changed it; empty for the harbor */
    void remember(Domain domain, Zone before, Zone after, Set<RecordSet.Key> ours, Optional<Person> person) {
        transactions.executeWithoutResult(t -> {
            ZoneCopy copy = copies.findByDomainId(domain.id()).orElseThrow();
            copy.records = ZoneFile.write(after);
            copy.serial = copy.serial + 1;
            copy.ours(ours);
            copy.changedAt = clock.instant();
            copy.emptied = false;
            history.keep(
                    domain, after, person.isPresent() ? ZoneVersion.Origin.PERSON : ZoneVersion.Origin.HARBOR, person);
            person.ifPresent(p -> {
                copy.beforeRecords = ZoneFile.write(before);
                copy.changedBy = p.id();
                activities.note(
                        ActivityKind.ZONE_CHANGED,
                        Activities.NO_SITE,
                        p,
                        domain.name().unicode() + ", "
                                + ZoneDifference.between(before, after).steps().size() + " record sets");
            });
            copies.save(copy);
            domains.findById(domain.id()).ifPresent(row -> row.zoneTrouble = "");
        });
    }
}
