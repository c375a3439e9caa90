package evenharbor.app.overview.overview;

import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.app.who.access.RepeatKeys;
import evenharbor.app.who.activity.Activities;
import evenharbor.core.what.site.Settings;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
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

/** Sites over HTTP, each with what the mast and its lane on All sites show. */
@RestController
@RequestMapping("/api/sites")
class Overview {

    private static final int MOST_ACTIVITIES = 200;

    /** How many days of what is to come are told where nothing is said of it. */
    private static final String USUAL = "31";

    /** How many days of what was. */
    private static final String A_YEAR = "366";

    /** How many versions of each site are told where many sites are, and where one is. */
    private static final int MOST_OF_MANY = 100;

    private static final int MOST_OF_ONE = 1_000;

    private final Sites sites;
    private final SiteViews views;
    private final LaneViews lanes;
    private final Activities activities;
    private final RepeatKeys repeats;

    Overview(Sites sites, SiteViews views, LaneViews lanes, Activities activities, RepeatKeys repeats) {
        this.sites = sites;
        this.views = views;
        this.lanes = lanes;
        this.activities = activities;
        this.repeats = repeats;
    }

    record NewSite(
            @NotBlank(message = "Give the site a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String title,

            @Schema(nullable = true) String copyFrom,
            boolean pages,
            boolean settings) {}

    record SiteSettings(
            @NotBlank(message = "Give the site a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String title,

            boolean listed,
            boolean pinned) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<LaneViews.LaneView> sites(
            @RequestParam(defaultValue = USUAL) int ahead, @RequestParam(defaultValue = A_YEAR) int back) {
        return lanes.of(sites.mine(), back, ahead, MOST_OF_MANY);
    }

    @GetMapping("/{siteId}")
    @Transactional(readOnly = true)
    public ResponseEntity<SiteViews.SiteView> site(@PathVariable String siteId) {
        return answer(sites.mine(siteId));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SiteViews.SiteView create(
            @RequestHeader(name = "Idempotency-Key", required = false) String key, @Valid @RequestBody NewSite form) {
        String id = repeats.once(
                key,
                "site",
                () -> sites.create(form.title(), Optional.ofNullable(form.copyFrom()), form.pages(), form.settings())
                        .id());
        return views.of(sites.mine(id));
    }

    @PutMapping("/{siteId}")
    ResponseEntity<SiteViews.SiteView> change(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody SiteSettings form) {
        return answer(sites.change(
                siteId, form.title(), new Settings(form.listed(), form.pinned()), IfMatch.revision(ifMatch)));
    }

    @GetMapping("/{siteId}/activities")
    List<Activities.Entry> activities(@PathVariable String siteId, @RequestParam(required = false) Long before) {
        sites.mine(siteId);
        return activities.of(siteId, Activities.before(before), MOST_ACTIVITIES);
    }

    @GetMapping("/{siteId}/past")
    @Transactional(readOnly = true)
    public LaneViews.LaneView past(
            @PathVariable String siteId,
            @RequestParam(defaultValue = USUAL) int ahead,
            @RequestParam(defaultValue = A_YEAR) int back) {
        return lanes.of(List.of(sites.mine(siteId)), back, ahead, MOST_OF_ONE).get(0);
    }

    private ResponseEntity<SiteViews.SiteView> answer(Site site) {
        return ResponseEntity.ok().eTag(IfMatch.tag(site.revision())).body(views.of(site));
    }
}
