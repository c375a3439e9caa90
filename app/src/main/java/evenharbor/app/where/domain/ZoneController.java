package evenharbor.app.where.domain;

import evenharbor.app.who.access.IfMatch;
import evenharbor.core.where.domain.RecordFault;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneFile;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The zones of domains over HTTP. */
@RestController
@RequestMapping("/api/domains/{id}/zone")
class ZoneController {

    private final Domains domains;
    private static final int MOST_VERSIONS = 200;

    private final Zones zones;
    private final ZoneHistory history;

    ZoneController(Domains domains, Zones zones, ZoneHistory history) {
        this.domains = domains;
        this.zones = zones;
        this.history = history;
    }

    record ConflictView(String name, List<RecordSet> theirs, List<RecordSet> wanted) {}

    record KeyView(String name, String type) {}

    record ZoneView(
            String name,
            long serial,
            List<RecordSet> sets,
            List<KeyView> ours,
            List<ConflictView> conflicts,
            boolean undoable,
            String silent,
            boolean lost,
            List<String> nameServers) {}

    record TypedZone(
            @NotNull(message = "List the record sets.") List<RecordSet> sets) {}

    /** One set that changes: its TTL and data before and after; none where it was not or will not be. */
    record ZoneStep(String name, String type, long ttlBefore, List<String> before, long ttlAfter, List<String> after) {}

    record ZoneReview(List<ZoneStep> steps, List<RecordFault> faults) {}

    record ZoneText(
            @NotNull(message = "Send the zone file.") String text) {}

    record ReadZone(List<RecordSet> sets, List<String> leftOut, String fault) {}

    record YieldAt(@NotNull(message = "Say at which name.") String name) {}

    @GetMapping
    ZoneView zone(@PathVariable String id) {
        return view(zones.view(domains.mine(id)));
    }

    private ZoneView view(Zones.View view) {
        return new ZoneView(
                view.zone().apex().ascii(),
                view.serial(),
                view.zone().sets(),
                view.ours().stream()
                        .sorted()
                        .map(k -> new KeyView(k.name(), k.type()))
                        .toList(),
                view.conflicts().stream()
                        .map(c -> new ConflictView(c.name(), c.theirs(), c.wanted()))
                        .toList(),
                view.undoable(),
                view.silent().orElse(""),
                view.lost(),
                zones.nameServers());
    }

    @PostMapping("/review")
    ZoneReview review(@PathVariable String id, @Valid @RequestBody TypedZone form) {
        Zones.Review review = zones.review(domains.mine(id), form.sets());
        return new ZoneReview(
                review.difference().steps().stream().map(ZoneController::view).toList(),
                review.verdict().faults());
    }

    private static ZoneStep view(ZoneDifference.Step step) {
        return new ZoneStep(
                step.key().name(),
                step.key().type(),
                step.before().map(RecordSet::ttl).orElse(0L),
                step.before().map(RecordSet::data).orElse(List.of()),
                step.after().map(RecordSet::ttl).orElse(0L),
                step.after().map(RecordSet::data).orElse(List.of()));
    }

    @PutMapping
    ZoneView change(
            @PathVariable String id,
            @RequestHeader(name = "If-Match") String ifMatch,
            @Valid @RequestBody TypedZone form) {
        return view(zones.change(
                domains.mine(id), form.sets(), IfMatch.revision(ifMatch).orElse(-1)));
    }

    @PostMapping("/undo")
    ZoneView undo(@PathVariable String id) {
        return view(zones.undo(domains.mine(id)));
    }

    @PostMapping("/give-way")
    ZoneView yieldAt(@PathVariable String id, @Valid @RequestBody YieldAt form) {
        return view(zones.yieldAt(domains.mine(id), form.name()));
    }

    @PostMapping("/read")
    ReadZone read(@PathVariable String id, @Valid @RequestBody ZoneText form) {
        ZoneFile.Reading reading = ZoneFile.read(form.text(), domains.mine(id).name());
        return new ReadZone(reading.sets(), reading.leftOut(), reading.fault().orElse(""));
    }

    @PostMapping("/restore")
    ZoneView restore(@PathVariable String id) {
        return view(zones.restore(domains.mine(id)));
    }

    /** A kept version: its record sets. */
    record ZoneVersionView(List<RecordSet> sets) {}

    @GetMapping("/versions")
    List<ZoneHistory.ZoneHistoryEntry> versions(@PathVariable String id) {
        return history.of(domains.mine(id), MOST_VERSIONS);
    }

    @GetMapping("/versions/{version}")
    ZoneVersionView version(@PathVariable String id, @PathVariable long version) {
        return new ZoneVersionView(history.version(domains.mine(id), version).sets());
    }

    record Written(String text) {}

    @GetMapping("/file")
    Written file(@PathVariable String id) {
        return new Written(ZoneFile.write(zones.view(domains.mine(id)).zone()));
    }
}
