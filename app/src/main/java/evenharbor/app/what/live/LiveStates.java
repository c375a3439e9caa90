package evenharbor.app.what.live;

import evenharbor.app.what.site.SiteCreated;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
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
    private final Revisions revisions;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    LiveStates(
            LiveStateRepository states,
            LiveSpanRepository spans,
            Revisions revisions,
            ApplicationEventPublisher events,
            Clock clock) {
        this.states = states;
        this.spans = spans;
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

    /** All that changed after a revision, for any account. */
    @Transactional(readOnly = true)
    public List<Live> changedAfter(long revision) {
        return states.findByChangedInGreaterThan(revision).stream()
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

    private static Span span(LiveSpan s) {
        return new Span(s.siteId, s.version, s.build, s.fromAt, Optional.ofNullable(s.untilAt));
    }

    /** Waits until nobody else is switching this site. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Live lock(String siteId) {
        return states.lock(siteId).orElseThrow().toLive();
    }

    /** Leads visitors by another set of redirects. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void redirect(String siteId, String redirects) {
        LiveState state = states.lock(siteId).orElseThrow();
        state.redirects = redirects;
        touched(state);
    }

    /** Leads visitors to a build, and by a set of redirects. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void switchLive(String siteId, int version, String build, String redirects) {
        LiveState state = states.lock(siteId).orElseThrow();
        endSpan(siteId);
        LiveSpan span = new LiveSpan();
        span.siteId = siteId;
        span.version = version;
        span.build = build;
        span.fromAt = clock.instant();
        spans.save(span);
        state.live = true;
        state.version = version;
        state.build = build;
        state.redirects = redirects;
        touched(state);
    }

    /** Leads visitors to nothing; what was live is remembered. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void takeDown(String siteId) {
        LiveState state = states.lock(siteId).orElseThrow();
        endSpan(siteId);
        state.live = false;
        touched(state);
    }

    /** Says that something else about how visitors reach a site has changed: its addresses, its settings. */
    public void touch(String siteId) {
        states.lock(siteId).ifPresent(this::touched);
    }

    private void endSpan(String siteId) {
        spans.findBySiteIdAndUntilAtIsNull(siteId).forEach(span -> {
            span.untilAt = clock.instant();
            spans.save(span);
        });
    }

    private void touched(LiveState state) {
        state.changedIn = revisions.next();
        states.save(state);
        events.publishEvent(new LiveChanged(state.siteId));
    }
}
