package evenharbor.app.harbor.audience;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.Current;
import evenharbor.core.common.UrlPath;
import evenharbor.core.where.address.Role;
import evenharbor.core.who.access.Right;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.audience.Passes;
import evenharbor.core.who.mail.MailAddress;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
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
    private final AudienceChanges changes;
    private final AudienceTrials trials;
    private final AudienceLists lists;
    private final Addresses addresses;
    private final Clock clock;

    AudienceController(
            Audiences audiences,
            AudienceChanges changes,
            AudienceTrials trials,
            AudienceLists lists,
            Addresses addresses,
            Clock clock) {
        this.audiences = audiences;
        this.changes = changes;
        this.trials = trials;
        this.lists = lists;
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
     * @param emails who is let in by name, or @ and domains; for who may change it
     * @param lists ids of the lists that it is for
     * @param registration what who registers is asked; null where nobody does
     */
    record AudiencePartView(
            String id,
            String path,
            AudienceWay way,
            @Schema(nullable = true) Instant until,
            boolean ended,
            @Schema(nullable = true) String link,
            String getsIn,
            int files,
            List<String> emails,
            List<String> lists,
            @Schema(nullable = true) RegistrationView registration) {}

    /**
     * What who registers is asked.
     *
     * @param after how many pages anyone sees before
     * @param confirmed whether they confirm their e-mail by a code in a mail
     * @param page path of the site's own page with the form; empty for the harbor's
     */
    record RegistrationView(
            @Min(value = 0, message = "Not fewer than none.") @Max(value = 100, message = "At most 100 pages.")
            int after,

            boolean name,

            @NotNull @Size(max = 1000, message = "Use at most 1,000 characters.")
            String consent,

            boolean confirmed,

            @NotNull @Size(max = 500, message = "Use at most 500 characters.")
            String page) {}

    /** Someone to try as. @param email null for someone nobody knows */
    record TrialForm(
            @NotNull(message = "Type a path.") String path,
            @Schema(nullable = true) String email) {}

    /** How they would be met. @param in whether they get in @param part which part says so; null when none does */
    record TrialView(boolean in, @Schema(nullable = true) String part, String sentence) {}

    /**
     * What is said of a part.
     *
     * @param password for a password; null to keep the one it has
     * @param until for a link, when it ends; null for never
     * @param emails addresses or domains, as they were pasted; null for none
     * @param lists ids of lists; null for none
     */
    record AudienceForm(
            @NotNull(message = "Type a folder, a page, or / for all of it.")
            @Size(max = 500, message = "Use at most 500 characters.")
            String path,

            @NotNull(message = "Choose who gets in.") AudienceWay way,
            @Schema(nullable = true) String password,
            @Schema(nullable = true) Instant until,

            @Schema(nullable = true) @Size(max = 500_000, message = "Paste fewer at once.")
            String emails,

            @Schema(nullable = true) List<String> lists,
            @Valid @Schema(nullable = true) RegistrationView registration) {}

    @GetMapping
    List<AudiencePartView> of(@PathVariable String siteId) {
        return audiences.of(siteId).stream().map(part -> view(siteId, part)).toList();
    }

    @PutMapping("/parts")
    AudiencePartView put(@PathVariable String siteId, @Valid @RequestBody AudienceForm form) {
        return view(
                siteId,
                changes.put(
                        siteId,
                        form.path(),
                        form.way(),
                        Optional.ofNullable(form.password()).filter(typed -> !typed.isEmpty()),
                        Optional.ofNullable(form.until()),
                        new AudienceChanges.ByName(
                                Objects.requireNonNullElse(form.emails(), ""),
                                Objects.requireNonNullElse(form.lists(), List.of())),
                        Optional.ofNullable(form.registration())
                                .map(asked -> new Audience.Registered(
                                        asked.after(),
                                        asked.name(),
                                        asked.consent().strip(),
                                        asked.confirmed(),
                                        asked.page()))));
    }

    @PostMapping("/parts/{id}/renewal")
    AudiencePartView renew(@PathVariable String siteId, @PathVariable String id) {
        return view(siteId, changes.renew(siteId, id));
    }

    @DeleteMapping("/parts/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String siteId, @PathVariable String id) {
        changes.remove(siteId, id);
    }

    /** How someone would be met at a path: what the edge decides by decides here, too. */
    @PostMapping("/trial")
    TrialView trial(@PathVariable String siteId, @Valid @RequestBody TrialForm form) {
        Optional<String> email = Optional.ofNullable(form.email())
                .filter(typed -> !typed.isBlank())
                .map(typed -> MailAddress.read(typed)
                        .orElseThrow(() -> Problem.field("email", "Type an e-mail such as ada@example.org.")));
        AudienceTrials.Trial trial = trials.trial(siteId, form.path(), email);
        return new TrialView(trial.in(), trial.part().orElse(null), sentence(trial, email));
    }

    private String sentence(AudienceTrials.Trial trial, Optional<String> email) {
        if (trial.audience().isEmpty()) {
            return "Gets in: it is for everyone.";
        }
        Audience audience = trial.audience().get();
        if (audience instanceof Audience.ByMail) {
            return trial.in()
                    ? "Gets in, once they typed the code that is mailed to them."
                    : email.isEmpty()
                            ? "Is asked for an e-mail, and gets in if it may and they have the mailbox."
                            : "Does not get in: no code is mailed to them.";
        }
        if (audience instanceof Audience.Registered registered) {
            return (registered.after() == 0 ? "" : "Sees " + registered.after() + " pages, then ")
                    + "is asked to register, and gets in after that.";
        }
        if (audience instanceof Audience.WithLink link && link.ended(clock.instant())) {
            return "Does not get in: the link has ended.";
        }
        return audience instanceof Audience.WithPassword ? "Is asked for the password." : "Gets in by the link only.";
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
                    case PEOPLE ->
                        people(lists.emails(part.id).size()) + " in, by a code mailed to them, for " + HOURS
                                + " hours. All others are asked for an e-mail, and get no code.";
                    case ORGANISATION ->
                        "Everyone with an e-mail at " + String.join(", ", domains(part))
                                + " gets in, by a code mailed to them, for " + HOURS
                                + " hours. All others get no code.";
                    case REGISTER -> "Whoever registers gets in for " + HOURS + " hours at a time.";
                },
                audiences.filesIn(part),
                Current.may(Right.MANAGE, siteId) ? lists.named(part.id) : List.of(),
                lists.lists(part.id),
                lists.registration(part.id)
                        .map(asked -> new RegistrationView(
                                asked.after(), asked.name(), asked.consent(), asked.confirmed(), asked.page()))
                        .orElse(null));
    }

    private static String people(int count) {
        return count == 1 ? "1 person gets" : count + " people get";
    }

    private List<String> domains(AudiencePart part) {
        return lists.named(part.id).stream().map(each -> each.substring(1)).toList();
    }

    private Optional<String> link(String siteId, AudiencePart part, String secret) {
        return addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .findFirst()
                .map(Address::url)
                .map(url -> url.replaceFirst("/$", "") + UrlPath.encoded(part.path) + "?" + LinkSecret.PARAMETER + "="
                        + secret);
    }
}
