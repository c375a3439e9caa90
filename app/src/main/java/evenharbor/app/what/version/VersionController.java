package evenharbor.app.what.version;

import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.RepeatKeys;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Versions over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/versions")
class VersionController {

    private final Versions versions;
    private final VersionSpace space;
    private final People people;
    private final RepeatKeys repeats;

    VersionController(Versions versions, VersionSpace space, People people, RepeatKeys repeats) {
        this.versions = versions;
        this.space = space;
        this.people = people;
        this.repeats = repeats;
    }

    /**
     * A version.
     *
     * @param dueAt when it will be cleaned up, unless it is kept; null for not at all
     * @param alone bytes that no other version and not the draft holds
     * @param redirectsDiffer whether its redirects are others than those that are worked on now
     */
    record VersionView(
            int number,
            String name,
            String note,
            boolean kept,
            SavedVersion.Cause cause,
            String createdBy,
            boolean mine,
            Instant createdAt,
            @Schema(nullable = true) Instant publishedAt,
            @Schema(nullable = true) Instant dueAt,
            int files,
            long bytes,
            long alone,
            boolean redirectsDiffer) {}

    record NewVersion(
            @NotNull(message = "Send a name, or an empty one.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String name) {}

    record Description(
            @NotNull(message = "Send a name, or an empty one.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @NotNull(message = "Send a note, or an empty one.")
            @Size(max = 2000, message = "Use at most 2,000 characters.")
            String note,

            boolean kept) {}

    @GetMapping
    List<VersionView> versions(@PathVariable String siteId) {
        List<SavedVersion> all = versions.of(siteId);
        People.Names names = people.names(
                all.stream().map(SavedVersion::createdBy).distinct().toList());
        String redirects = versions.redirectsNow(siteId);
        Map<Integer, Long> alone = space.alone(siteId);
        return all.stream().map(v -> view(v, names, redirects, alone)).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    VersionView save(
            @PathVariable String siteId,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @Valid @RequestBody NewVersion form) {
        String number = repeats.once(
                key,
                "version",
                () -> String.valueOf(versions.saveDraft(siteId, form.name()).number()));
        return view(versions.of(siteId, Integer.parseInt(number)));
    }

    @PatchMapping("/{number}")
    VersionView describe(@PathVariable String siteId, @PathVariable int number, @Valid @RequestBody Description form) {
        return view(versions.describe(siteId, number, form.name(), form.note(), form.kept()));
    }

    private VersionView view(SavedVersion version) {
        return view(
                version,
                people.names(List.of(version.createdBy())),
                versions.redirectsNow(version.siteId()),
                space.alone(version.siteId()));
    }

    private static VersionView view(SavedVersion v, People.Names names, String redirects, Map<Integer, Long> alone) {
        return new VersionView(
                v.number(),
                v.name(),
                v.note(),
                v.kept(),
                v.cause(),
                names.of(v.createdBy()),
                v.createdBy().equals(Current.person().id()),
                v.createdAt(),
                v.publishedAt().orElse(null),
                v.dueAt().orElse(null),
                v.files(),
                v.bytes(),
                alone.getOrDefault(v.number(), 0L),
                !v.redirects().equals(redirects));
    }
}
