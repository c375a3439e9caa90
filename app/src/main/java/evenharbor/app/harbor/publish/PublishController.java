package evenharbor.app.harbor.publish;

import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.redirect.RedirectProposals;
import evenharbor.app.who.access.RepeatKeys;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.what.addition.AdditionChanges;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.RedirectProposal;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The publish review, publishing and the live switch over HTTP. */
@RestController
@RequestMapping("/api")
class PublishController {

    private final Publishing publishing;
    private final LiveSwitch liveSwitch;
    private final DraftRestore draftRestore;
    private final Review review;
    private final RedirectProposals proposals;
    private final Sites sites;
    private final Drafts drafts;
    private final LiveStates states;
    private final RepeatKeys repeats;

    PublishController(
            Publishing publishing,
            LiveSwitch liveSwitch,
            DraftRestore draftRestore,
            Review review,
            RedirectProposals proposals,
            Sites sites,
            Drafts drafts,
            LiveStates states,
            RepeatKeys repeats) {
        this.publishing = publishing;
        this.liveSwitch = liveSwitch;
        this.draftRestore = draftRestore;
        this.review = review;
        this.proposals = proposals;
        this.sites = sites;
        this.drafts = drafts;
        this.states = states;
        this.repeats = repeats;
    }

    record ReviewView(
            long draftRevision,
            boolean rightsConfirmed,
            @Schema(nullable = true) Integer liveVersion,
            boolean live,
            int files,
            long bytes,
            List<ChangeView> changes,
            List<AdditionChanges.SettingsChange> settings,
            List<ProposalView> redirects) {}

    /**
     * A redirect that the publish proposes.
     *
     * @param kind what is proposed
     * @param key what declining it names
     * @param from the path that was linked to
     * @param to where it will lead; empty for a redirect that goes
     * @param pages for how many pages it stands: more than one for all under a folder
     */
    record ProposalView(RedirectProposal.Kind kind, String key, String from, String to, int pages) {}

    record NewPublication(
            @NotNull(message = "List the paths held back, or none.")
            Set<String> heldBack,

            @NotNull(message = "List the paths sent anyway, or none.")
            Set<String> sentAnyway,

            @Schema(nullable = true) Set<String> declinedRedirects,
            boolean rightsConfirmed,
            long draftRevision) {}

    record LiveView(boolean live, @Schema(nullable = true) Integer version) {}

    record Switch(boolean live) {}

    /** A version that is to go live. @param rightsConfirmed null for not said */
    record PutLive(
            int version,
            boolean redirects,
            @Schema(nullable = true) Boolean rightsConfirmed) {}

    record Restore(long draftRevision, boolean redirects) {}

    record RestoredView(@Schema(nullable = true) Integer savedAs, long draftRevision) {}

    @GetMapping("/sites/{siteId}/changes")
    ReviewView changes(@PathVariable String siteId) {
        Site site = sites.mine(siteId);
        Draft draft = drafts.of(siteId);
        Live live = states.of(siteId);
        Manifest files = SettingsFile.without(drafts.files(draft));
        Changes changes = review.of(siteId);
        return new ReviewView(
                draft.revision(),
                site.rightsConfirmed(),
                live.version().orElse(null),
                live.live(),
                files.count(),
                files.bytes(),
                changes.list().stream().map(ChangeView::of).toList(),
                review.settings(siteId),
                proposals.of(siteId, changes, files).stream()
                        .map(p -> new ProposalView(p.kind(), p.key(), p.from(), p.to(), p.pages()))
                        .toList());
    }

    @PostMapping("/sites/{siteId}/publications")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Publishing.Progress publish(
            @PathVariable String siteId,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @Valid @RequestBody NewPublication form) {
        String id = repeats.once(
                key,
                "publication",
                () -> publishing.ask(
                        siteId,
                        new Selection(form.heldBack(), form.sentAnyway()),
                        form.declinedRedirects() == null ? Set.of() : form.declinedRedirects(),
                        OptionalLong.of(form.draftRevision()),
                        form.rightsConfirmed()));
        return publishing.progress(id);
    }

    @GetMapping("/publications/{id}")
    Publishing.Progress progress(@PathVariable String id) {
        return publishing.progress(id);
    }

    @DeleteMapping("/publications/{id}")
    Publishing.Progress stop(@PathVariable String id) {
        publishing.stop(id);
        return publishing.progress(id);
    }

    @PutMapping("/sites/{siteId}/live")
    LiveView setLive(@PathVariable String siteId, @RequestBody Switch wanted) {
        return view(wanted.live() ? liveSwitch.putLive(siteId) : liveSwitch.takeDown(siteId, false));
    }

    @PutMapping("/sites/{siteId}/live/version")
    LiveView putVersionLive(@PathVariable String siteId, @RequestBody PutLive wanted) {
        return view(liveSwitch.putLive(
                siteId, wanted.version(), wanted.redirects(), Boolean.TRUE.equals(wanted.rightsConfirmed())));
    }

    @PostMapping("/sites/{siteId}/versions/{number}/restoration")
    RestoredView restore(@PathVariable String siteId, @PathVariable int number, @RequestBody Restore form) {
        DraftRestore.Restored restored =
                draftRestore.restore(siteId, number, OptionalLong.of(form.draftRevision()), form.redirects());
        return new RestoredView(restored.saved().orElse(null), restored.draftRevision());
    }

    private static LiveView view(Live live) {
        return new LiveView(live.live(), live.version().orElse(null));
    }
}
