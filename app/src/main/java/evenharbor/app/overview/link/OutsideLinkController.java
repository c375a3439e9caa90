package evenharbor.app.overview.link;

import evenharbor.core.what.finding.OutsideAnswer;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Links to other people's pages, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/outside-links")
class OutsideLinkController {

    private static final int MOST = 500;

    private final OutsideLinks links;

    OutsideLinkController(OutsideLinks links) {
        this.links = links;
    }

    /**
     * A link that is not simply there.
     *
     * @param words what became of asking
     * @param broken whether visitors who follow it get nothing
     * @param movedTo where it leads by redirects; empty for nowhere else
     * @param path the first page it stands on
     * @param more on how many further places it stands
     */
    record OutsideLinkView(
            String url,
            OutsideAnswer answer,
            String words,
            boolean broken,
            String movedTo,
            String path,
            int line,
            int more,
            @Schema(nullable = true) Instant at) {}

    /**
     * All of them.
     *
     * @param ready false while pages are read for the first time
     * @param all how many different URLs there are
     * @param known of how many it is known what became of them
     * @param left how many are being asked for just now
     * @param links those that are not simply there, the broken ones first
     */
    record OutsideLinksView(boolean ready, int all, int known, int left, List<OutsideLinkView> links) {}

    @GetMapping
    OutsideLinksView of(@PathVariable String siteId) {
        return view(links.of(siteId));
    }

    /** @param anew whether also those that were asked for within a week */
    @PostMapping("/checks")
    @ResponseStatus(HttpStatus.ACCEPTED)
    OutsideLinksView check(@PathVariable String siteId, @RequestParam(defaultValue = "false") boolean anew) {
        return view(links.check(siteId, anew));
    }

    private static OutsideLinksView view(OutsideLinks.Links links) {
        List<OutsideLinks.Link> known =
                links.all().stream().filter(link -> link.answer() != null).toList();
        return new OutsideLinksView(
                links.ready(),
                links.all().size(),
                known.size(),
                links.left(),
                known.stream()
                        .filter(link -> link.answer() != OutsideAnswer.THERE)
                        .sorted(Comparator.comparing((OutsideLinks.Link link) ->
                                        !link.answer().broken())
                                .thenComparing(OutsideLinks.Link::answer)
                                .thenComparing(OutsideLinks.Link::url))
                        .limit(MOST)
                        .map(OutsideLinkController::view)
                        .toList());
    }

    private static OutsideLinkView view(OutsideLinks.Link link) {
        return new OutsideLinkView(
                link.url(),
                link.answer(),
                link.answer().words(),
                link.answer().broken(),
                link.movedTo(),
                link.standing().get(0).path(),
                link.standing().get(0).line(),
                link.standing().size() - 1,
                link.at());
    }
}
