package evenharbor.app.address;

import evenharbor.app.HarborProperties;
import evenharbor.app.site.Sites;
import evenharbor.core.address.Ageing;
import evenharbor.core.address.Cleaning;
import evenharbor.core.address.NameFault;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
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

    private final Addresses addresses;
    private final Sites sites;
    private final HarborProperties harbor;

    AddressController(Addresses addresses, Sites sites, HarborProperties harbor) {
        this.addresses = addresses;
        this.sites = sites;
        this.harbor = harbor;
    }

    record Advice(Ageing.Kind kind, String part, String reason) {}

    record Reading(
            String name,
            String hostName,
            Addresses.Standing standing,
            List<String> cleanings,
            @Schema(nullable = true) NameFault.Kind fault,
            String sentence,
            @Schema(nullable = true) String mended,
            List<String> close,
            List<Advice> advice) {}

    record Suggestion(@Schema(nullable = true) String name, String ending) {}

    record Claim(@NotNull(message = "Type a name.") String typed) {}

    @GetMapping("/names")
    Reading read(@RequestParam String typed) {
        Addresses.Answer answer = addresses.read(typed);
        var reading = answer.reading();
        var fault = reading.fault();
        return new Reading(
                reading.name(),
                reading.name() + "." + harbor.nameEnding(),
                answer.standing(),
                reading.cleanings().stream().map(Cleaning::words).toList(),
                fault.map(NameFault::kind).orElse(null),
                fault.map(NameFault::sentence).orElse(""),
                fault.flatMap(NameFault::mended).orElse(null),
                answer.close(),
                reading.ageings().stream()
                        .map(a -> new Advice(a.kind(), a.part(), a.kind().reason()))
                        .toList());
    }

    @GetMapping("/names/suggestion")
    Suggestion suggestion(@RequestParam String title) {
        return new Suggestion(addresses.suggestion(title).orElse(null), harbor.nameEnding());
    }

    @GetMapping("/sites/{siteId}/addresses")
    List<Address> addresses(@PathVariable String siteId) {
        sites.mine(siteId);
        return addresses.of(siteId);
    }

    @PostMapping("/sites/{siteId}/addresses")
    @ResponseStatus(HttpStatus.CREATED)
    Address claim(@PathVariable String siteId, @Valid @RequestBody Claim claim) {
        return addresses.claim(siteId, claim.typed());
    }

    @PutMapping("/sites/{siteId}/addresses/{name}/main")
    List<Address> makeMain(@PathVariable String siteId, @PathVariable String name) {
        return addresses.makeMain(siteId, name);
    }

    @DeleteMapping("/sites/{siteId}/addresses/{name}")
    List<Address> release(@PathVariable String siteId, @PathVariable String name) {
        return addresses.release(siteId, name);
    }
}
