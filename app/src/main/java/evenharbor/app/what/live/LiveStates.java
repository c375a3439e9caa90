package evenharbor.app.what.live;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.site.SiteCreated;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The one switch between what is live and what is not, and the record of its past. */
@Service
@Transactional
public class LiveStates {

    private final LiveStateRepository states;
    private final LiveSpanRepository spans;
    private final LifeRecordRepository records;
    private final Revisions revisions;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    LiveStates(
            LiveStateRepository states,
            LiveSpanRepository spans,
            LifeRecordRepository records,
            Revisions revisions,
            ApplicationEventPublisher events,
            Clock clock) {
        this.states = states;
        this.spans = spans;
        this.records = records;
        this.revisions = revisions;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A time in which a version was live.
     *
     * @param siteId the site
     * @param version the version's number
     * @param build hash of the manifest of what was served
     * @param from since when
     * @param until until when; empty while it is live
     */
    public record Span(String siteId, int version, String build, Instant from, Optional<Instant> until) {}

    @EventListener
    void begin(SiteCreated created) {
        LiveState state = new LiveState();
        state.siteId = created.site().id();
        state.changedIn = revisions.next();
        states.save(state);
    }

    /** What visitors get of a site. */
    @Transactional(readOnly = true)
    public Live of(String siteId) {
        return states.findBySiteId(siteId).orElseThrow().toLive();
    }

    /** What visitors get of several sites. */
    @Transactional(readOnly = true)
    public List<Live> of(Collection<String> siteIds) {
        return states.findBySiteIdIn(siteIds).stream().map(LiveState::toLive).toList();
    }

    /** All that changed after a revision, for any account, in the order in which it did. */
    @Transactional(readOnly = true)
    public List<Live> changedAfter(long revision) {
        return states.findByChangedInGreaterThanOrderByChangedIn(revision).stream()
                .map(LiveState::toLive)
                .toList();
    }

    /** The past of several sites, the earliest first. */
    @Transactional(readOnly = true)
    public List<Span> spans(Collection<String> siteIds) {
        return spans.findBySiteIdInOrderByFromAt(siteIds).stream()
                .map(LiveStates::span)
                .toList();
    }

    /** What was live until after an instant and is so no more, the latest first. */
    @Transactional(readOnly = true)
    public List<Span> endedSince(String siteId, Instant since) {
        return spans.findBySiteIdAndUntilAtGreaterThanOrderByFromAtDesc(siteId, since).stream()
                .map(LiveStates::span)
                .toList();
    }

    /** The same of several sites. */
    @Transactional(readOnly = true)
    public List<Span> endedSince(Collection<String> siteIds, Instant since) {
        return spans.findBySiteIdInAndUntilAtGreaterThanOrderByFromAtDesc(siteIds, since).stream()
                .map(LiveStates::span)
                .toList();
    }

    private static Span span(LiveSpan s) {
        return new Span(s.siteId, s.version, s.build, s.fromAt, Optional.ofNullable(s.untilAt));
    }

    /**
     * What visitors got of a site at an instant.
     *
     * @return empty where that is not known: it was not recorded yet
     */
    @Transactional(readOnly = true)
    public Optional<SiteLife> at(String siteId, Instant instant) {
        return records.findFirstBySiteIdAndAtLessThanEqualOrderByAtDescIdDesc(siteId, instant)
                .map(LifeRecord::life)
                .or(() -> spans.findBySiteIdInOrderByFromAt(List.of(siteId)).stream()
                        .filter(span -> !span.fromAt.isAfter(instant)
                                && (span.untilAt == null || span.untilAt.isAfter(instant)))
                        .findFirst()
                        .map(LiveStates::before));
    }

    /** The same of several sites, by site; those of whom it is not known are left out. */
    @Transactional(readOnly = true)
    public Map<String, SiteLife> at(Collection<String> siteIds, Instant instant) {
        Map<String, SiteLife> found = new HashMap<>();
        if (!siteIds.isEmpty()) {
            records.latest(siteIds, instant).forEach(row -> found.put(row.siteId, row.life()));
        }
        siteIds.stream()
                .filter(siteId -> !found.containsKey(siteId))
                .forEach(siteId -> at(siteId, instant).ifPresent(life -> found.put(siteId, life)));
        return found;
    }

    /** Of the time before all was recorded, it is known which version was live. */
    private static SiteLife before(LiveSpan span) {
        return new SiteLife(
                Optional.of(new SiteLife.Shown(span.version, span.build)),
                true,
                false,
                Optional.empty(),
                "",
                Optional.empty(),
                false);
    }

    /**
     * A change that visitors could notice.
     *
     * @param siteId the site
     * @param at when it was
     * @param life how it stood from then on
     */
    public record Moment(String siteId, Instant at, SiteLife life) {}

    /** The changes of several sites since an instant, the earliest first. */
    @Transactional(readOnly = true)
    public List<Moment> moments(Collection<String> siteIds, Instant since) {
        return records.findBySiteIdInAndAtGreaterThanOrderById(siteIds, since).stream()
                .map(row -> new Moment(row.siteId, row.at, row.life()))
                .toList();
    }

    /** Waits until nobody else is switching this site. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Live lock(String siteId) {
        return states.lock(siteId).orElseThrow().toLive();
    }

    /**
     * Lets something happen to a site, as its life allows.
     *
     * @return how it stands now
     * @throws Problem when it cannot happen as the site stands
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Live apply(String siteId, SiteEvent event) {
        LiveState state = states.lock(siteId).orElseThrow();
        SiteLife before = state.life();
        SiteLife.Outcome outcome = before.on(event);
        if (outcome instanceof SiteLife.Outcome.Refused refused) {
            throw refusal(refused.why());
        }
        SiteLife after = ((SiteLife.Outcome.Next) outcome).life();
        if (!after.equals(before)) {
            state.become(after);
            record(siteId, event, before, after);
            if (visible(before, after)) {
                records.save(LifeRecord.of(siteId, after, clock.instant()));
                touched(state, revisions.next());
            } else {
                states.save(state);
            }
        }
        return state.toLive();
    }

    /** Whether visitors can notice: what is asked for and under way changes nothing for them. */
    private static boolean visible(SiteLife before, SiteLife after) {
        return before.served() != after.served()
                || before.otherAddressesAnswer() != after.otherAddressesAnswer()
                || !before.shown().equals(after.shown())
                || !before.redirects().equals(after.redirects())
                || !before.closure().equals(after.closure());
    }

    /** Keeps the record of what was live true: each version from the moment it is served until it is not. */
    private void record(String siteId, SiteEvent event, SiteLife before, SiteLife after) {
        boolean anew = event instanceof SiteEvent.Switched
                || event instanceof SiteEvent.Restored
                || !before.shown().equals(after.shown());
        if (before.served() && (anew || !after.served())) {
            endSpan(siteId);
        }
        if (after.served() && (anew || !before.served())) {
            SiteLife.Shown shown = after.shown().orElseThrow();
            LiveSpan span = new LiveSpan();
            span.siteId = siteId;
            span.version = shown.version();
            span.build = shown.build();
            span.fromAt = clock.instant();
            spans.save(span);
        }
    }

    private static Problem refusal(SiteLife.Refusal why) {
        return switch (why) {
            case PUBLISHING ->
                new Problem(
                        ProblemType.PUBLISH_RUNNING,
                        "Another publish of this site is under way. Nothing was changed. Wait until it is done.");
            case NEVER_LIVE ->
                new Problem(
                        ProblemType.NOT_READY, "This site has never been live. Nothing was changed. Publish it first.");
            case OVERTAKEN ->
                new Problem(
                        ProblemType.NOT_READY,
                        "This publish was ended before visitors were switched over. What is live stays as it is.");
            case NOT_LIVE ->
                new Problem(
                        ProblemType.NOT_READY,
                        "This site is not live, so nobody meets its redirects. Nothing was changed. Publish it first.");
            case NOT_CLOSED -> new Problem(ProblemType.NOT_READY, "This site is not closed. Nothing was changed.");
            case DELETED ->
                new Problem(
                        ProblemType.NOT_READY,
                        "This site is deleted. Nothing was changed. Bring it back first, from Deleted sites.");
            case NOT_DELETED -> new Problem(ProblemType.NOT_READY, "This site is not deleted. Nothing was changed.");
        };
    }

    /** Says that something else about how visitors reach a site has changed: its addresses, its settings. */
    public void touch(String siteId) {
        states.lock(siteId).ifPresent(state -> touched(state, revisions.nextOfNames()));
    }

    private void endSpan(String siteId) {
        spans.findBySiteIdAndUntilAtIsNull(siteId).forEach(span -> {
            span.untilAt = clock.instant();
            spans.save(span);
        });
    }

    private void touched(LiveState state, long revision) {
        state.changedIn = revision;
        states.save(state);
        events.publishEvent(new LiveChanged(state.siteId));
    }
}
