package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.RecordRules;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneFile;
import evenharbor.core.where.domain.ZoneNeeds;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The zones we host. The name servers hold the truth: each look reads the zone there, each change is a signed update with
 * what the person saw as its condition. Our copy serves when they are silent, for undo, and to know our own records.
 */
@Service
public class Zones {

    private static final Logger LOG = LoggerFactory.getLogger(Zones.class);

    private static final long SHORT_TTL = 60;

    private final ZoneCopyRepository copies;
    private final DomainRepository domains;
    private final ZoneHistory history;
    private final ZoneServer server;
    private final ObjectProvider<AddressNeeds> needs;
    private final PublicAddresses lead;
    private final Activities activities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Zones(
            ZoneCopyRepository copies,
            DomainRepository domains,
            ZoneHistory history,
            ZoneServer server,
            ObjectProvider<AddressNeeds> needs,
            PublicAddresses lead,
            Activities activities,
            TransactionTemplate transactions,
            Clock clock) {
        this.copies = copies;
        this.domains = domains;
        this.history = history;
        this.server = server;
        this.needs = needs;
        this.lead = lead;
        this.activities = activities;
        this.transactions = transactions;
        this.clock = clock;
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
            refresh(domain);
        } catch (ZoneServer.Refusal e) {
            silent = Optional.of(e.getMessage()).filter(s -> e.failure() != ZoneServer.Failure.LOST);
        }
        ZoneCopy copy = copies.findByDomainId(domain.id())
                .orElseThrow(
                        () -> new Problem(
                                ProblemType.OUTSIDE_AWAY,
                                "The zone has not been set up yet. We set it up by ourselves as soon as the name server answers."));
        Zone zone = zone(domain, copy.records);
        ZoneNeeds merged = ZoneNeeds.merge(zone, keys(copy.ours), needs(domain), names(copy.yielding));
        return new View(
                zone,
                copy.serial,
                keys(copy.ours),
                merged.conflicts(),
                copy.beforeRecords != null,
                silent,
                copy.emptied);
    }

    private static void hosted(Domain domain) {
        if (!domain.hosted() || !domain.proven()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "The zone of " + domain.name().unicode() + " is not kept here. Nothing was changed.");
        }
    }

    /**
     * Brings the copy up to date with the name server. What the server has lost, or has empty all of a sudden, is not
     * taken for what the zone shall be.
     */
    private ZoneCopy refresh(Domain domain) throws ZoneServer.Refusal {
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

    private Optional<ZoneServer.Transferred> transferred(Domain domain) throws ZoneServer.Refusal {
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
        boolean lost = empty
                && known.map(copy -> !zone(domain, copy.records).sets().isEmpty())
                        .orElse(false);
        if (lost) {
            known.get().emptied = true;
            return Optional.of(copies.save(known.get()));
        }
        return there.map(seen -> taken(domain, known, seen));
    }

    private ZoneCopy taken(Domain domain, Optional<ZoneCopy> known, ZoneServer.Transferred seen) {
        ZoneCopy copy = known.orElseGet(() -> begun(domain));
        boolean elsewhere =
                copy.serial != seen.serial() && !ZoneFile.write(seen.zone()).equals(copy.records);
        copy.records = ZoneFile.write(seen.zone());
        copy.serial = seen.serial();
        copy.seenAt = clock.instant();
        copy.emptied = false;
        // Records that someone changed behind our back are no longer ours.
        copy.ours = lines(keys(copy.ours).stream()
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

    /** Sets up the zone of a domain that never had a record here: there is nothing to lose in it. */
    private void setUp(Domain domain) throws ZoneServer.Refusal {
        boolean fresh = copies.findByDomainId(domain.id())
                .map(copy -> zone(domain, copy.records).sets().isEmpty())
                .orElse(true);
        if (fresh && transferred(domain).isEmpty()) {
            server.create(domain.name());
        }
    }

    /** Brings a zone that the name server has lost back from our copy, as a person asked for. */
    public View restore(Domain domain) {
        hosted(domain);
        ZoneCopy copy = copies.findByDomainId(domain.id())
                .filter(c -> c.emptied)
                .orElseThrow(() ->
                        new Problem(ProblemType.NOT_READY, "The name server has this zone. Nothing was changed."));
        Zone kept = zone(domain, copy.records);
        try {
            if (transferred(domain).isEmpty()) {
                server.create(domain.name());
            }
            Zone there = server.transfer(domain.name()).zone();
            if (there.sets().isEmpty()) {
                server.change(domain.name(), ZoneDifference.between(there, kept));
                remember(domain, there, kept, keys(copy.ours), Optional.of(Current.person()));
            }
        } catch (ZoneServer.Refusal e) {
            throw problem(e);
        }
        return view(domain);
    }

    private static ZoneCopy begun(Domain domain) {
        ZoneCopy copy = new ZoneCopy();
        copy.domainId = domain.id();
        copy.records = "";
        copy.ours = "";
        copy.yielding = "";
        return copy;
    }

    private static Zone zone(Domain domain, String file) {
        return Zone.of(domain.name(), ZoneFile.read(file, domain.name()).sets());
    }

    private List<ZoneNeeds.Need> needs(Domain domain) {
        Set<String> hosts = new LinkedHashSet<>();
        needs.orderedStream().forEach(n -> hosts.addAll(n.hosts(domain)));
        if (domain.wildcardSite().isPresent()) {
            hosts.add("*." + domain.name().ascii());
        }
        return hosts.stream()
                .sorted()
                .map(host -> lead.need(new HostName(host).in(domain.name())))
                .toList();
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
        ZoneCopy copy = copies.findByDomainId(domain.id()).orElseThrow();
        if (copy.beforeRecords == null) {
            throw new Problem(ProblemType.NOT_READY, "There is no change to undo. Nothing was changed.");
        }
        Zone before = zone(domain, copy.beforeRecords);
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
        transactions.executeWithoutResult(t -> {
            ZoneCopy copy = copies.findByDomainId(domain.id()).orElseThrow();
            Set<String> names = new LinkedHashSet<>(names(copy.yielding));
            names.add(name);
            copy.yielding = String.join("\n", names);
            copies.save(copy);
        });
        try {
            bringUpToDate(domain);
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
        remember(domain, before, after, ours, Optional.of(person));
    }

    private static Problem problem(ZoneServer.Refusal e) {
        return e.failure() == ZoneServer.Failure.CHANGED
                ? stale()
                : new Problem(
                        ProblemType.OUTSIDE_AWAY, e.getMessage() + " Nothing was changed. Try again in a moment.");
    }

    private void remember(Domain domain, Zone before, Zone after, Set<RecordSet.Key> ours, Optional<Person> person) {
        transactions.executeWithoutResult(t -> {
            ZoneCopy copy = copies.findByDomainId(domain.id()).orElseThrow();
            copy.records = ZoneFile.write(after);
            copy.serial = copy.serial + 1;
            copy.ours = lines(ours);
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

    /** Writes what addresses need. Does nothing when it is all there. */
    void bringUpToDate(Domain domain) throws ZoneServer.Refusal {
        if (!domain.hosted() || !domain.proven()) {
            return;
        }
        setUp(domain);
        ZoneCopy copy = refresh(domain);
        Zone now = zone(domain, copy.records);
        ZoneNeeds merged = ZoneNeeds.merge(now, keys(copy.ours), needs(domain), names(copy.yielding));
        ZoneDifference difference = ZoneDifference.between(now, merged.zone());
        if (!difference.none()) {
            server.change(domain.name(), difference);
            remember(domain, now, merged.zone(), merged.ours(), Optional.empty());
            LOG.info(
                    "The zone {} was brought up to date: {} record sets",
                    domain.name(),
                    difference.steps().size());
        } else if (!merged.ours().equals(keys(copy.ours))) {
            remember(domain, now, now, merged.ours(), Optional.empty());
        }
    }

    /** Shows texts at a name of the zone for a while, in place of those shown there before; none takes them away. */
    public void showText(Domain domain, String name, List<String> texts) throws ZoneServer.Refusal {
        hosted(domain);
        ZoneCopy copy = refresh(domain);
        Zone now = zone(domain, copy.records);
        List<RecordSet> sets = new ArrayList<>(now.sets());
        sets.removeIf(set -> set.name().equals(name) && set.type().equals("TXT"));
        if (!texts.isEmpty()) {
            sets.add(new RecordSet(name, "TXT", SHORT_TTL, texts));
        }
        Zone then = Zone.of(domain.name(), sets);
        ZoneDifference difference = ZoneDifference.between(now, then);
        if (!difference.none()) {
            server.change(domain.name(), difference);
            remember(domain, now, then, keys(copy.ours), Optional.empty());
        }
    }

    /** The host names that domains are delegated to. */
    public List<String> nameServers() {
        return server.nameServers();
    }

    private static Set<RecordSet.Key> keys(String lines) {
        return Arrays.stream(lines.split("\n"))
                .filter(line -> !line.isEmpty())
                .map(line ->
                        new RecordSet.Key(line.substring(0, line.indexOf(' ')), line.substring(line.indexOf(' ') + 1)))
                .collect(Collectors.toSet());
    }

    private static String lines(Set<RecordSet.Key> keys) {
        return keys.stream().sorted().map(k -> k.name() + " " + k.type()).collect(Collectors.joining("\n"));
    }

    private static Set<String> names(String lines) {
        return Arrays.stream(lines.split("\n")).filter(n -> !n.isEmpty()).collect(Collectors.toSet());
    }
}
