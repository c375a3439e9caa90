package evenharbor.app.where.certificate;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.where.certificate.BroughtCertificate;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.Holding;
import evenharbor.core.where.certificate.Hsts;
import evenharbor.core.where.certificate.HstsStep;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** HTTPS of names over HTTP. Keys go in and never come out. */
@RestController
@RequestMapping("/api")
class CertificateController {

    private final Certificates certificates;
    private final HttpsChanges changes;
    private final MixedContentReport outlook;
    private final Addresses addresses;
    private final AuthorityProperties authority;
    private final Clock clock;

    CertificateController(
            Certificates certificates,
            HttpsChanges changes,
            MixedContentReport outlook,
            Addresses addresses,
            AuthorityProperties authority,
            Clock clock) {
        this.certificates = certificates;
        this.changes = changes;
        this.outlook = outlook;
        this.addresses = addresses;
        this.authority = authority;
        this.clock = clock;
    }

    /** Why there is no new certificate; {@code again} is when it is tried again. */
    record HindranceView(
            Hindrance.Kind kind,
            String sentence,
            String todo,
            Instant at,
            @Schema(nullable = true) Instant again) {}

    /**
     * What browsers are asked to promise.
     *
     * @param next the step that may be taken, or is in the way; null after the last
     * @param hindrance why it may not be taken now; empty when it may
     * @param owedUntil until when some browser may insist on HTTPS; null when none does
     */
    record HstsView(
            HstsStep step,
            boolean subdomains,
            @Schema(nullable = true) Instant since,
            @Schema(nullable = true) Instant owedUntil,
            @Schema(nullable = true) HstsStep next,
            @Schema(nullable = true) Instant nextFrom,
            String hindrance,
            String subdomainsHindrance) {}

    /**
     * A name and its HTTPS.
     *
     * @param own whether it is the account's; else it is the harbor's, for all of its names
     * @param chosen whether a person turned it on
     * @param until until when the certificate is valid; null when there is none
     * @param renewsBy by when it renews itself; null when it does not
     * @param secure whether visitors come to HTTPS and are shown a valid certificate
     */
    record CertificateView(
            String name,
            boolean own,
            boolean chosen,
            CertificateLife.State state,
            List<String> names,
            String issuer,
            @Schema(nullable = true) Instant from,
            @Schema(nullable = true) Instant until,
            boolean renews,
            @Schema(nullable = true) Instant renewsBy,
            boolean endsSoon,
            @Schema(nullable = true) HindranceView hindrance,
            boolean sendsOn,
            boolean secure,
            HstsView hsts) {}

    private CertificateView view(Secured secured) {
        Instant now = clock.instant();
        CertificateLife life = secured.life();
        Holding held = life.held().orElse(null);
        return new CertificateView(
                secured.name(),
                !secured.ofHarbor(),
                secured.chosen(),
                life.state(now),
                held == null ? List.of() : held.names(),
                held == null ? "" : held.issuer(),
                held == null ? null : held.from(),
                held == null ? null : held.until(),
                held != null && held.renews(),
                life.renewsBy().orElse(null),
                life.warning(now).isPresent(),
                life.hindrance()
                        .map(h -> new HindranceView(
                                h.kind(),
                                h.sentence(),
                                h.kind().todo(),
                                h.at(),
                                life.next().orElse(null)))
                        .orElse(null),
                secured.sendsOn(),
                secured.secure(now),
                view(secured.hsts(), now));
    }

    private static HstsView view(Hsts hsts, Instant now) {
        HstsStep next = hsts.step().higher().orElse(null);
        boolean ever = hsts.since().isAfter(Instant.EPOCH);
        Instant owed = hsts.owed(now);
        return new HstsView(
                hsts.step(),
                hsts.subdomains(),
                ever ? hsts.since() : null,
                owed.isAfter(now) ? owed : null,
                next,
                ever && next != null ? hsts.heldFrom() : null,
                next == null ? "" : hsts.hindrance(next, hsts.subdomains(), now).orElse(""),
                hsts.hindrance(hsts.step(), true, now).orElse(""));
    }

    /** The HTTPS of one address. @param coming whether it comes by itself, once a certificate can be had */
    record AddressHttps(
            String addressId, @Schema(nullable = true) CertificateView https, boolean coming) {}

    @GetMapping("/certificates")
    List<CertificateView> mine() {
        return certificates.mine().stream().map(this::view).toList();
    }

    @GetMapping("/sites/{siteId}/https")
    List<AddressHttps> ofSite(@PathVariable String siteId) {
        List<Address> all = addresses.mineOf(siteId);
        Map<String, Secured> found =
                certificates.of(all.stream().map(Address::hostName).toList());
        return all.stream().map(a -> https(a, found.get(a.hostName()))).toList();
    }

    private AddressHttps https(Address address, Secured secured) {
        boolean wanted = secured != null && secured.life().wanted();
        boolean declined = secured != null && secured.declined();
        return new AddressHttps(
                address.id(), wanted ? view(secured) : null, !wanted && !declined && authority.givesByDefault());
    }

    @GetMapping("/sites/{siteId}/https/outlook")
    MixedContentReport.Mixed outlook(@PathVariable String siteId) {
        return outlook.mixed(siteId);
    }

    @PostMapping("/sites/{siteId}/https")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void turnOnAll(@PathVariable String siteId) {
        addresses.mineOf(siteId);
        changes.turnOnAll(siteId);
    }

    @PostMapping("/sites/{siteId}/addresses/{id}/https")
    @ResponseStatus(HttpStatus.ACCEPTED)
    CertificateView turnOn(@PathVariable String siteId, @PathVariable String id) {
        return view(changes.turnOn(siteId, id));
    }

    @PostMapping("/domains/{id}/https")
    @ResponseStatus(HttpStatus.ACCEPTED)
    CertificateView turnOnWildcard(@PathVariable String id) {
        return view(changes.turnOnWildcard(id));
    }

    @DeleteMapping("/certificates/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void turnOff(@PathVariable String name) {
        changes.turnOff(name);
    }

    @PostMapping("/certificates/{name}/retries")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void tryAgain(@PathVariable String name) {
        changes.tryAgain(name);
    }

    record Sending(boolean sendsOn) {}

    @PutMapping("/certificates/{name}/https-redirect")
    CertificateView setSendsOn(@PathVariable String name, @Valid @RequestBody Sending form) {
        return view(changes.setSendsOn(name, form.sendsOn()));
    }

    record Promise(@NotNull(message = "Say how long.") HstsStep step, boolean subdomains) {}

    @PutMapping("/certificates/{name}/hsts")
    CertificateView setHsts(@PathVariable String name, @Valid @RequestBody Promise form) {
        return view(changes.setHsts(name, form.step(), form.subdomains()));
    }

    /** A file as the browser read it: its bytes in Base64. */
    record BroughtFile(
            @NotNull(message = "Name the file.") String name,
            @NotNull(message = "Send the file's bytes.") String content) {}

    record BroughtFiles(
            @NotNull(message = "Choose the files.") List<@Valid BroughtFile> files,
            @Schema(nullable = true) String password) {}

    @PostMapping("/sites/{siteId}/addresses/{id}/brought-certificate")
    CertificateView bring(@PathVariable String siteId, @PathVariable String id, @Valid @RequestBody BroughtFiles form) {
        Address address = addresses.mine(siteId, id);
        BroughtCertificate.Reading reading = BroughtCertificate.read(
                form.files().stream().map(CertificateController::file).toList(),
                form.password() == null ? "" : form.password(),
                Set.of(address.hostName()),
                clock.instant());
        if (reading.brought().isEmpty()) {
            throw new Problem(ProblemType.INVALID, reading.misfits().get(0).sentence() + " Nothing was stored.")
                    .with("misfits", reading.misfits());
        }
        return view(changes.bring(address.hostName(), reading.brought().get()));
    }

    private static BroughtCertificate.File file(BroughtFile sent) {
        try {
            return new BroughtCertificate.File(sent.name(), Base64.getDecoder().decode(sent.content()));
        } catch (IllegalArgumentException e) {
            throw Problem.field("files", "The file " + sent.name() + " came in damaged. Nothing was stored.");
        }
    }
}
