package evenharbor.app.harbor.audience;

import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.Current;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.where.address.Role;
import evenharbor.core.who.access.Right;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.audience.Passes;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** For whom a site and its parts are there, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/audience")
class AudienceController {

    private static final long HOURS = Passes.LASTS.toHours();

    private final Audiences audiences;
    private final Addresses addresses;
    private final Clock clock;

    AudienceController(Audiences audiences, Addresses addresses, Clock clock) {
        this.audiences = audiences;
        this.addresses = addresses;
        this.clock = clock;
    }

    /**
     * A part of a site.
     *
     * @param path {@code /} for all of it, a folder with a slash at each end, or a page
     * @param until when the link ends; null for never
     * @param ended whether it has
     * @param link the link that lets in, for who may renew it; null when it is none, or while the site has no main address
     * @param getsIn who gets in, and what the others meet, in a sentence
     * @param files how many files of the draft lie in it; with none it may be a slip
     */
    record AudiencePartView(
            String id,
            String path,
            AudiencePart.Way way,
            @Schema(nullable = true) Instant until,
            boolean ended,
            @Schema(nullable = true) String link,
            String getsIn,
            int files) {}

    /**
     * What is said of a part.
     *
     * @param password for a password; null to keep the one it has
     * @param until for a link, when it ends; null for never
     */
    record AudienceForm(
            @NotNull(message = "Type a folder, a page, or / for all of it.")
            @Size(max = 500, message = "Use at most 500 characters.")
            String path,

            @NotNull(message = "Choose who gets in.") AudiencePart.Way way,
            @Schema(nullable = true) String password,
            @Schema(nullable = true) Instant until) {}

    @GetMapping
    List<AudiencePartView> of(@PathVariable String siteId) {
        return audiences.of(siteId).stream().map(part -> view(siteId, part)).toList();
    }

    @PutMapping("/parts")
    AudiencePartView put(@PathVariable String siteId, @Valid @RequestBody AudienceForm form) {
        return view(
                siteId,
                audiences.put(
                        siteId,
                        form.path(),
                        form.way(),
                        Optional.ofNullable(form.password()).filter(typed -> !typed.isEmpty()),
                        Optional.ofNullable(form.until())));
    }

    @PostMapping("/parts/{id}/renewal")
    AudiencePartView renew(@PathVariable String siteId, @PathVariable String id) {
        return view(siteId, audiences.renew(siteId, id));
    }

    @DeleteMapping("/parts/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String siteId, @PathVariable String id) {
        audiences.remove(siteId, id);
    }

    private AudiencePartView view(String siteId, AudiencePart part) {
        boolean ended = part.untilAt != null && !part.untilAt.isAfter(clock.instant());
        return new AudiencePartView(
                part.id,
                part.path,
                part.way,
                part.untilAt,
                ended,
                Optional.of(part)
                        .filter(each -> Current.may(Right.MANAGE, siteId))
                        .flatMap(audiences::link)
                        .flatMap(secret -> link(siteId, part, secret))
                        .orElse(null),
                switch (part.way) {
                    case EVERYONE -> "Everyone gets in.";
                    case PASSWORD ->
                        "Whoever types the password gets in for " + HOURS + " hours. All others are asked for it.";
                    case LINK ->
                        ended
                                ? "Nobody gets in: the link has ended."
                                : "Whoever opens the link gets in for " + HOURS
                                        + " hours. All others are told that they need it.";
                },
                audiences.filesIn(part));
    }

    private Optional<String> link(String siteId, AudiencePart part, String secret) {
        return addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .findFirst()
                .map(Address::url)
                .map(url -> url.replaceFirst("/$", "") + SiteRoutes.encoded(part.path) + "?" + LinkSecret.PARAMETER
                        + "=" + secret);
    }
}
