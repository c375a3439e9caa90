package evenharbor.app.domain;

import evenharbor.app.access.IfMatch;
import evenharbor.app.access.RepeatKeys;
import evenharbor.app.activity.Activities;
import evenharbor.app.problem.Problem;
import evenharbor.app.registry.Registry;
import evenharbor.core.address.HostName;
import evenharbor.core.domain.CloseDomains;
import evenharbor.core.domain.Price;
import evenharbor.core.domain.RecordFault;
import evenharbor.core.domain.RecordSet;
import evenharbor.core.domain.ZoneDifference;
import evenharbor.core.domain.ZoneFile;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Domains and their zones over HTTP. */
@RestController
@RequestMapping("/api")
class DomainController {

    private static final int MOST_ACTIVITIES = 50;

    private final Domains domains;
    private final Zones zones;
    private final RepeatKeys repeats;

    DomainController(Domains domains, Zones zones, RepeatKeys repeats) {
        this.domains = domains;
        this.zones = zones;
        this.repeats = repeats;
    }

    /** What the registry says of a name; amounts in hundredths, 0 and empty for one that is not sold here. */
    record OfferView(
            String name,
            String unicode,
            boolean free,
            boolean premium,
            long firstYear,
            long yearly,
            String currency,
            String price) {}

    record Registering(
            @NotNull(message = "Name the domain.") String name, long firstYear) {}

    record Bringing(@NotNull(message = "Name the domain.") String name) {}

    record DomainSettings(
            boolean autoRenew,
            boolean hosted,
            @Schema(nullable = true) String catchingSite) {}

    record LookView(boolean proven, String sentence) {}

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

    @GetMapping("/domain-offers")
    List<OfferView> search(@RequestParam String typed) {
        List<String> names = CloseDomains.of(typed, domains.endings());
        if (names.isEmpty()) {
            throw Problem.field("typed", "Type a name of letters and digits, such as papermoon.");
        }
        return domains.offers(names).stream().map(DomainController::view).toList();
    }

    private static OfferView view(Registry.Offer offer) {
        Price price = offer.price().orElse(new Price(0, 0, ""));
        return new OfferView(
                offer.name(),
                new HostName(offer.name()).unicode(),
                offer.free(),
                offer.premium(),
                price.firstYear(),
                price.yearly(),
                price.currency(),
                offer.price().map(Price::words).orElse(""));
    }

    @PostMapping("/domains")
    @ResponseStatus(HttpStatus.CREATED)
    DomainView register(
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @Valid @RequestBody Registering form) {
        String id = repeats.once(
                key,
                "domain",
                () -> domains.register(domains.read(form.name()), form.firstYear())
                        .id());
        return DomainView.of(domains.mine(id));
    }

    @PostMapping("/domains/brought")
    @ResponseStatus(HttpStatus.CREATED)
    DomainView bring(@Valid @RequestBody Bringing form) {
        return DomainView.of(domains.bring(domains.read(form.name())));
    }

    @PostMapping("/domains/{id}/proof")
    LookView prove(@PathVariable String id) {
        domains.mine(id);
        Domains.Look look = domains.prove(id);
        return new LookView(look.proven(), look.sentence());
    }

    @PutMapping("/domains/{id}")
    DomainView change(@PathVariable String id, @Valid @RequestBody DomainSettings form) {
        Domain before = domains.mine(id);
        if (before.autoRenew() != form.autoRenew()) {
            domains.setAutoRenew(id, form.autoRenew());
        }
        if (before.hosted() != form.hosted()) {
            domains.setHosted(id, form.hosted());
        }
        if (!before.catchingSite().equals(Optional.ofNullable(form.catchingSite()))) {
            domains.setCatchingSite(id, Optional.ofNullable(form.catchingSite()));
        }
        return DomainView.of(domains.mine(id));
    }

    @DeleteMapping("/domains/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void letGo(@PathVariable String id) {
        domains.letGo(id);
    }

    @GetMapping("/domains/{id}/zone")
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
                zones.nameServers());
    }

    @PostMapping("/domains/{id}/zone/review")
    ZoneReview review(@PathVariable String id, @Valid @RequestBody TypedZone form) {
        Zones.Review review = zones.review(domains.mine(id), form.sets());
        return new ZoneReview(
                review.difference().steps().stream().map(DomainController::view).toList(),
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

    @PutMapping("/domains/{id}/zone")
    ZoneView change(
            @PathVariable String id,
            @RequestHeader(name = "If-Match") String ifMatch,
            @Valid @RequestBody TypedZone form) {
        return view(zones.change(
                domains.mine(id), form.sets(), IfMatch.revision(ifMatch).orElse(-1)));
    }

    @PostMapping("/domains/{id}/zone/undo")
    ZoneView undo(@PathVariable String id) {
        return view(zones.undo(domains.mine(id)));
    }

    @PostMapping("/domains/{id}/zone/yield")
    ZoneView yieldAt(@PathVariable String id, @Valid @RequestBody YieldAt form) {
        return view(zones.yieldAt(domains.mine(id), form.name()));
    }

    @PostMapping("/domains/{id}/zone/read")
    ReadZone read(@PathVariable String id, @Valid @RequestBody ZoneText form) {
        ZoneFile.Reading reading = ZoneFile.read(form.text(), domains.mine(id).name());
        return new ReadZone(reading.sets(), reading.leftOut(), reading.fault().orElse(""));
    }

    record Written(String text) {}

    @GetMapping("/domains/{id}/zone/file")
    Written file(@PathVariable String id) {
        return new Written(ZoneFile.write(zones.view(domains.mine(id)).zone()));
    }

    /**
     * A domain as the interface shows it.
     *
     * @param catchingSite id of the site that answers for names that nobody claimed
     */
    record DomainView(
            String id,
            String name,
            String unicode,
            Domain.Source source,
            Domain.State state,
            boolean proven,
            String proofName,
            String proof,
            boolean hosted,
            @Schema(nullable = true) Instant expiresAt,
            boolean autoRenew,
            Price price,
            @Schema(nullable = true) String catchingSite,
            String trouble,
            Instant createdAt) {

        static DomainView of(Domain d) {
            return new DomainView(
                    d.id(),
                    d.name().ascii(),
                    d.name().unicode(),
                    d.source(),
                    d.state(),
                    d.proven(),
                    d.proofName().ascii(),
                    d.proof(),
                    d.hosted(),
                    d.expiresAt().orElse(null),
                    d.autoRenew(),
                    d.price(),
                    d.catchingSite().orElse(null),
                    d.trouble(),
                    d.createdAt());
        }
    }

    @GetMapping("/domains")
    List<DomainView> domains() {
        return domains.mine().stream().map(DomainView::of).toList();
    }

    @GetMapping("/domain-activities")
    List<Activities.Entry> past() {
        return domains.past(MOST_ACTIVITIES);
    }

    @GetMapping("/domains/{id}")
    DomainView domain(@PathVariable String id) {
        return DomainView.of(domains.mine(id));
    }
}
