package evenharbor.app.where.domain;

import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.activity.Activities;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainLife;
import evenharbor.core.where.domain.Price;
import evenharbor.core.where.domain.RecordSet;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
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
    private final Offers offers;
    private final Registrations registrations;
    private final Proofs proofs;
    private final PublicAddresses lead;
    private final Clock clock;

    DomainController(
            Domains domains,
            Offers offers,
            Registrations registrations,
            Proofs proofs,
            PublicAddresses lead,
            Clock clock) {
        this.domains = domains;
        this.offers = offers;
        this.registrations = registrations;
        this.proofs = proofs;
        this.lead = lead;
        this.clock = clock;
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

    /** What is chosen for a domain. */
    record DomainSettings(
            boolean autoRenew,
            boolean hosted,
            @Schema(nullable = true) String wildcardSite) {}

    record LookView(boolean proven, String sentence) {}

    @GetMapping("/domain-offers")
    List<OfferView> search(@RequestParam String typed) {
        return offers.search(typed).stream().map(DomainController::view).toList();
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
    DomainView register(@Valid @RequestBody Registering form) {
        return view(registrations.register(domains.read(form.name()), form.firstYear()));
    }

    @PostMapping("/domains/brought")
    @ResponseStatus(HttpStatus.CREATED)
    DomainView bring(@Valid @RequestBody Bringing form) {
        return view(proofs.bring(domains.read(form.name())));
    }

    @PostMapping("/domains/{id}/proof")
    LookView prove(@PathVariable String id) {
        Proofs.Look look = proofs.look(domains.mine(id));
        return new LookView(look.proven(), look.sentence());
    }

    @PutMapping("/domains/{id}")
    DomainView change(@PathVariable String id, @Valid @RequestBody DomainSettings form) {
        Domain before = domains.mine(id);
        if (before.life().autoRenew() != form.autoRenew()) {
            domains.setAutoRenew(id, form.autoRenew());
        }
        if (before.hosted() != form.hosted()) {
            domains.setHosted(id, form.hosted());
        }
        if (!before.wildcardSite().equals(Optional.ofNullable(form.wildcardSite()))) {
            domains.setWildcardSite(id, Optional.ofNullable(form.wildcardSite()));
        }
        return view(domains.mine(id));
    }

    @PostMapping("/domains/{id}/renewal")
    DomainView renew(@PathVariable String id) {
        return view(domains.renew(id));
    }

    /** What came of letting a domain go: done, or the registry is asked again until it is. */
    record LettingGoView(boolean done) {}

    @DeleteMapping("/domains/{id}")
    LettingGoView letGo(@PathVariable String id) {
        return new LettingGoView(domains.letGo(id));
    }

    /**
     * A domain as the interface shows it.
     *
     * @param proof the record that proves it
     * @param expiresAt until when it is registered, for one registered here
     * @param endsAt when it is over unless something is done; none while nothing need be done
     * @param wildcardSite id of the site that answers for names that nobody claimed
     */
    record DomainView(
            String id,
            String name,
            String unicode,
            Domain.Source source,
            DomainLife.State state,
            boolean proven,
            RecordSet proof,
            boolean hosted,
            @Schema(nullable = true) Instant expiresAt,
            @Schema(nullable = true) Instant endsAt,
            boolean autoRenew,
            Price price,
            @Schema(nullable = true) String wildcardSite,
            String trouble,
            Instant createdAt) {}

    private DomainView view(Domain d) {
        return new DomainView(
                d.id(),
                d.name().ascii(),
                d.name().unicode(),
                d.source(),
                d.life().state(clock.instant()),
                d.proven(),
                d.proof().record(lead.ttl()),
                d.hosted(),
                d.life().expiresAt().orElse(null),
                d.life().endsUnlessSomethingIsDone(clock.instant()).orElse(null),
                d.life().autoRenew(),
                d.price(),
                d.wildcardSite().orElse(null),
                d.trouble(),
                d.createdAt());
    }

    @GetMapping("/domains")
    List<DomainView> domains() {
        return domains.mine().stream().map(this::view).toList();
    }

    @GetMapping("/domain-activities")
    List<Activities.Entry> past(@RequestParam(required = false) Long before) {
        return domains.past(Activities.before(before), MOST_ACTIVITIES);
    }

    @GetMapping("/domains/{id}")
    DomainView domain(@PathVariable String id) {
        return view(domains.mine(id));
    }
}
