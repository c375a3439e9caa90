package evenharbor.app.where.address;

import evenharbor.app.HarborProperties;
import evenharbor.core.where.address.AddressAssessment;
import evenharbor.core.where.address.AddressReading;
import evenharbor.core.where.address.Ageing;
import evenharbor.core.where.address.Cleaning;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.NameFault;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import evenharbor.core.where.domain.Price;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.OptionalInt;
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

/** Addresses over HTTP. */
@RestController
@RequestMapping("/api")
class AddressController {

    private final Claims claims;
    private final AddressChanges changes;
    private final Impacts impacts;
    private final Places places;
    private final Addresses addresses;
    private final HarborProperties harbor;

    AddressController(
            Claims claims,
            AddressChanges changes,
            Impacts impacts,
            Places places,
            Addresses addresses,
            HarborProperties harbor) {
        this.claims = claims;
        this.changes = changes;
        this.impacts = impacts;
        this.places = places;
        this.addresses = addresses;
        this.harbor = harbor;
    }

    record Advice(Ageing.Kind kind, String part, String reason) {}

    /** What a typed address would mean; host and domain are empty when it cannot be one. */
    record SenseView(
            String hostName,
            String shown,
            String path,
            String domain,
            AddressAssessment.Nature nature,
            AddressAssessment.Standing standing,
            String explanation,
            List<String> cleanings,
            @Schema(nullable = true) NameFault.Kind fault,
            @Schema(nullable = true) String mended,
            List<Role> roles,
            String price,
            @Schema(nullable = true) String pair,
            int hiddenPages,
            List<String> close,
            List<Advice> advice) {}

    /** A free name. @param https whether an address gets HTTPS by itself */
    record Suggestion(@Schema(nullable = true) String name, String ending, boolean https) {}

    record Wished(
            @NotNull(message = "Choose what the address shall do.")
            Role role,

            @Schema(nullable = true) Integer trialVersion,
            @Schema(nullable = true) String pointsTo) {

        SiteAddresses.Wish toWish() {
            return new SiteAddresses.Wish(
                    role,
                    trialVersion == null ? OptionalInt.empty() : OptionalInt.of(trialVersion),
                    pointsTo == null ? "" : pointsTo);
        }
    }

    record Claim(
            @NotNull(message = "Type an address.") String typed,
            @Schema(nullable = true) @Valid Wished wish,
            @Schema(nullable = true) Boolean withPair) {}

    record Renaming(
            @NotNull(message = "Type the new address.") String typed,

            @Schema(nullable = true)
            @Min(value = 1, message = "Forward for at least a day.")
            @Max(value = 3650, message = "Forward for ten years at most, or always.")
            Integer forwardDays) {}

    record NewPlace(
            @NotBlank(message = "Say which address was given out.")
            String host,

            @NotBlank(message = "Say what it is: a card, a profile, a newsletter.")
            @Size(max = 200, message = "Use at most 200 characters.")
            String what) {}

    record Done(boolean done) {}

    @GetMapping("/sites/{siteId}/addresses/assessment")
    SenseView sense(@PathVariable String siteId, @RequestParam String typed) {
        Claims.Answer answer = claims.read(siteId, typed);
        AddressAssessment sense = answer.sense();
        AddressReading reading = sense.reading();
        String host = reading.host().map(HostName::ascii).orElse("");
        return new SenseView(
                host,
                reading.host().map(HostName::unicode).orElse(""),
                reading.path(),
                reading.domain().map(HostName::ascii).orElse(""),
                sense.nature(),
                sense.standing(),
                sense.explanation(),
                reading.cleanings().stream().map(Cleaning::words).toList(),
                reading.fault().map(NameFault::kind).orElse(null),
                reading.fault().flatMap(NameFault::mended).orElse(null),
                sense.roles(),
                sense.price().map(Price::words).orElse(""),
                sense.pair().map(HostName::ascii).orElse(null),
                sense.hiddenPages(),
                answer.close(),
                reading.ageings().stream()
                        .map(a -> new Advice(a.kind(), a.part(), a.kind().reason()))
                        .toList());
    }

    @GetMapping("/names/suggestion")
    Suggestion suggestion(@RequestParam String title) {
        return new Suggestion(
                claims.suggestion(title).orElse(null), harbor.nameEnding(), addresses.secureByThemselves());
    }

    @PostMapping("/sites/{siteId}/addresses")
    @ResponseStatus(HttpStatus.CREATED)
    Address claim(@PathVariable String siteId, @Valid @RequestBody Claim claim) {
        SiteAddresses.Wish wish = claim.wish() == null
                ? SiteAddresses.Wish.of(Role.ALIAS)
                : claim.wish().toWish();
        return claims.claim(siteId, claim.typed(), wish, Boolean.TRUE.equals(claim.withPair()));
    }

    @PutMapping("/sites/{siteId}/addresses/{id}")
    Address change(@PathVariable String siteId, @PathVariable String id, @Valid @RequestBody Wished wish) {
        return changes.change(siteId, id, wish.toWish());
    }

    @GetMapping("/sites/{siteId}/addresses/{id}/impact")
    Impacts.Impact impact(@PathVariable String siteId, @PathVariable String id) {
        return impacts.of(siteId, id);
    }

    @PostMapping("/sites/{siteId}/addresses/{id}/renaming")
    Address rename(@PathVariable String siteId, @PathVariable String id, @Valid @RequestBody Renaming form) {
        return changes.rename(
                siteId,
                id,
                form.typed(),
                form.forwardDays() == null ? OptionalInt.empty() : OptionalInt.of(form.forwardDays()));
    }

    /** What is released along with an address. */
    record ReleasedWithView(String siteId, String address) {}

    @GetMapping("/sites/{siteId}/addresses/{id}/below")
    List<ReleasedWithView> releasedWith(@PathVariable String siteId, @PathVariable String id) {
        return changes.releasedWith(siteId, id).stream()
                .map(b -> new ReleasedWithView(b.siteId(), b.address()))
                .toList();
    }

    @DeleteMapping("/sites/{siteId}/addresses/{id}")
    List<Address> release(@PathVariable String siteId, @PathVariable String id) {
        return changes.release(siteId, id);
    }

    @GetMapping("/sites/{siteId}/places")
    List<Places.PlaceView> places(@PathVariable String siteId) {
        return places.of(siteId);
    }

    @PostMapping("/sites/{siteId}/places")
    @ResponseStatus(HttpStatus.CREATED)
    Places.PlaceView addPlace(@PathVariable String siteId, @Valid @RequestBody NewPlace form) {
        return places.add(siteId, form.host(), form.what());
    }

    @PutMapping("/sites/{siteId}/places/{id}")
    Places.PlaceView setDone(@PathVariable String siteId, @PathVariable String id, @RequestBody Done form) {
        return places.setDone(siteId, id, form.done());
    }

    @DeleteMapping("/sites/{siteId}/places/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removePlace(@PathVariable String siteId, @PathVariable String id) {
        places.remove(siteId, id);
    }
}
