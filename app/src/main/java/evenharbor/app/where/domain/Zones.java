package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.domain.RecordRules;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneNeeds;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/**
 * The zones we host, as people see and change them. The name servers hold the truth: each look reads the zone there, each
 * change is a signed update with what the person saw as its condition.
 */
@Service
public class Zones {

    private final ZoneCopies copies;
    private final ZoneKeeping keeping;
    private final ZoneServer server;

    Zones(ZoneCopies copies, ZoneKeeping keeping, ZoneServer server) {
        this.copies = copies;
        this.keeping = keeping;
        this.server = server;
    }

    /**
     * A zone as a person sees it.
     *
     * @param zone the record sets
     * @param serial its serial, for If-Match
     * @param ours the sets that the harbor wrote
     * @param conflicts where a person's records are in the way of an address
     * @param undoable whether the last change can be undone
     * @param silent why the name servers could not be asked, so that this is the copy; empty when they were
     * @param lost whether the name server no longer has the zone, so that this is the copy
     */
    public record View(
            Zone zone,
            long serial,
            Set<RecordSet.Key> ours,
            List<ZoneNeeds.Conflict> conflicts,
            boolean undoable,
            Optional<String> silent,
            boolean lost) {}

    /** A zone of one of the person's domains. */
    public View view(Domain domain) {
        hosted(domain);
        Optional<String> silent = Optional.empty();
        try {
            copies.refresh(domain);
        } catch (ZoneServer.Refusal e) {
            silent = Optional.of(e.getMessage()).filter(s -> e.failure() != ZoneServer.Failure.LOST);
        }
        ZoneCopy copy = copies.find(domain)
                .orElseThrow(
                        () -> new Problem(
                                ProblemType.OUTSIDE_AWAY,
                                "The zone has not been set up yet. We set it up by ourselves as soon as the name server answers."));
        Zone zone = copy.zone(domain);
        ZoneNeeds merged = keeping.merged(domain, copy);
        return new View(
                zone, copy.serial, copy.ours(), merged.conflicts(), copy.beforeRecords != null, silent, copy.emptied);
    }

    static void hosted(Domain domain) {
        if (!ZoneKeeping.hosts(domain)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "The zone of " + domain.name().unicode() + " is not kept here. Nothing was changed.");
        }
    }

    /** Brings a zone that the name server has lost back from our copy, as a person asked for. */
    public View restore(Domain domain) {
        hosted(domain);
        ZoneCopy copy = copies.find(domain)
                .filter(c -> c.emptied)
                .orElseThrow(() ->
                        new Problem(ProblemType.NOT_READY, "The name server has this zone. Nothing was changed."));
        Zone kept = copy.zone(domain);
        try {
            if (copies.transferred(domain).isEmpty()) {
                server.create(domain.name());
            }
            Zone there = server.transfer(domain.name()).zone();
            if (there.sets().isEmpty()) {
                server.change(domain.name(), ZoneDifference.between(there, kept));
                copies.remember(domain, there, kept, copy.ours(), Optional.of(Current.person()));
            }
        } catch (ZoneServer.Refusal e) {
            throw problem(e);
        }
        return view(domain);
    }

    /** What would change if these sets became the zone; with everything that is wrong with them. */
    public record Review(ZoneDifference difference, RecordRules.Verdict verdict) {}

    /** Judges a zone as typed, and compares it with what is there. */
    public Review review(Domain domain, List<RecordSet> typed) {
        RecordRules.Verdict verdict = RecordRules.judge(domain.name(), typed);
        return new Review(ZoneDifference.between(view(domain).zone(), verdict.zone()), verdict);
    }

    /** Sends a zone out as typed. */
    public View change(Domain domain, List<RecordSet> typed, long serial) {
        hosted(domain);
        RecordRules.Verdict verdict = RecordRules.judge(domain.name(), typed);
        if (!verdict.faults().isEmpty()) {
            throw new Problem(ProblemType.INVALID, verdict.faults().get(0).sentence() + " Nothing was changed.")
                    .with("records", verdict.faults());
        }
        View before = current(domain);
        if (before.serial() != serial) {
            throw stale();
        }
        send(
                domain,
                before.zone(),
                verdict.zone(),
                before.ours().stream()
                        .filter(key ->
                                verdict.zone().find(key).equals(before.zone().find(key)))
                        .collect(Collectors.toSet()));
        return view(domain);
    }

    private View current(Domain domain) {
        View view = view(domain);
        if (view.lost()) {
            throw new Problem(ProblemType.NOT_READY, ZoneServer.Failure.LOST.sentence() + " Nothing was changed.");
        }
        if (view.silent().isPresent()) {
            throw new Problem(
                    ProblemType.OUTSIDE_AWAY, view.silent().get() + " Nothing was changed. Try again in a moment.");
        }
        return view;
    }

    private static Problem stale() {
        return new Problem(
                ProblemType.STALE,
                "The zone was changed by someone in the meantime. Nothing was changed by you. Preview again.");
    }

    /** Takes the last change back. */
    public View undo(Domain domain) {
        View now = current(domain);
        ZoneCopy copy = copies.find(domain).orElseThrow();
        if (copy.beforeRecords == null) {
            throw new Problem(ProblemType.NOT_READY, "There is no change to undo. Nothing was changed.");
        }
        Zone before = copy.before(domain).orElseThrow();
        send(
                domain,
                now.zone(),
                before,
                now.ours().stream().filter(k -> before.find(k).isPresent()).collect(Collectors.toSet()));
        return view(domain);
    }

    /** Agrees that the person's records at a name give way to what an address needs. */
    public View yieldAt(Domain domain, String name) {
        View now = current(domain);
        if (now.conflicts().stream().noneMatch(c -> c.name().equals(name))) {
            throw new Problem(
                    ProblemType.NOT_READY, "Nothing is in the way at “" + name + "” any more. Nothing was changed.");
        }
        copies.yieldAt(domain, name);
        try {
            keeping.bringUpToDate(domain);
        } catch (ZoneServer.Refusal e) {
            throw problem(e);
        }
        return view(domain);
    }

    private void send(Domain domain, Zone before, Zone after, Set<RecordSet.Key> ours) {
        ZoneDifference difference = ZoneDifference.between(before, after);
        if (difference.none()) {
            return;
        }
        try {
            server.change(domain.name(), difference);
        } catch (ZoneServer.Refusal e) {
            throw problem(e);
        }
        Person person = Current.person();
        copies.remember(domain, before, after, ours, Optional.of(person));
    }

    private static Problem problem(ZoneServer.Refusal e) {
        return e.failure() == ZoneServer.Failure.CHANGED
                ? stale()
                : new Problem(
                        ProblemType.OUTSIDE_AWAY, e.getMessage() + " Nothing was changed. Try again in a moment.");
    }

    /** The host names that domains are delegated to. */
    public List<String> nameServers() {
        return server.nameServers();
    }
}
