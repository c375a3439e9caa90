package evenharbor.app.overview.overview;

import evenharbor.app.what.site.Site;
import evenharbor.core.what.live.SiteLife;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Puts together the lanes of sites on the axis of time: what was, and what is planned. */
@Component
class LaneViews {

    /** How many days of what is to come are told at most. */
    private static final int FARTHEST = 550;

    /** How many days of what was are told at most. */
    private static final int LONGEST = 20_000;

    private final SiteViews views;
    private final Timelines timelines;
    private final Clock clock;

    LaneViews(SiteViews views, Timelines timelines, Clock clock) {
        this.views = views;
        this.timelines = timelines;
        this.clock = clock;
    }

    /**
     * A planned change that is to come.
     *
     * @param state how the site stands from then on
     * @param live whether visitors get it, or its notice
     * @param words what happens
     */
    record AheadView(Instant at, SiteLife.State state, boolean live, String words) {}

    /**
     * @param toldFrom since when what was is told
     * @param aheadUntil until when what is to come is told; of what is later nothing is said
     */
    record LaneView(
            SiteViews.SiteView site,
            List<Timelines.SpanView> spans,
            List<Timelines.NotchView> notches,
            List<Timelines.ClosedView> closures,
            List<AheadView> ahead,
            Instant toldFrom,
            Instant aheadUntil) {}

    /**
     * The lanes of several sites.
     *
     * @param back how many days of what was are asked for
     * @param days how many of what is to come
     * @param most how many versions and times of a site are told, the latest
     */
    List<LaneView> of(List<Site> sites, int back, int days, int most) {
        Instant now = clock.instant();
        Instant since = now.minus(Duration.ofDays(Math.max(0, Math.min(back, LONGEST))));
        Instant until = now.plus(Duration.ofDays(Math.max(0, Math.min(days, FARTHEST))));
        Map<String, Timelines.Timeline> was =
                timelines.of(sites.stream().map(Site::id).toList(), since, most);
        SiteViews.Basis basis = views.basis(sites, was, until);
        Map<String, SiteViews.SiteView> shown = views.of(basis);
        return sites.stream()
                .map(site -> {
                    Timelines.Timeline timeline = was.getOrDefault(site.id(), Timelines.Timeline.NONE);
                    List<Timelines.NotchView> notches = timeline.notches();
                    return new LaneView(
                            shown.get(site.id()),
                            timeline.spans(),
                            notches,
                            timeline.closures(),
                            basis.coming().get(site.id()).ahead().stream()
                                    .map(a -> new AheadView(
                                            a.at(), a.life().state(), a.life().served(), a.words()))
                                    .toList(),
                            notches.size() < most
                                    ? since
                                    : notches.get(notches.size() - 1).at(),
                            until);
                })
                .toList();
    }
}
