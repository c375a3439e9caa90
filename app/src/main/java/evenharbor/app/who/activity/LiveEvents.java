package evenharbor.app.who.activity;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.who.access.Current;
import io.swagger.v3.oas.annotations.Hidden;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open pages what happened, as server-sent events. It reads the record in the database, so that pages also hear
 * of what other nodes did.
 */
@Hidden
@RestController
class LiveEvents {

    private static final Logger LOG = LoggerFactory.getLogger(LiveEvents.class);

    /** Entries of transactions that ended late may have lower numbers than ones already told. */
    private static final int LOOK_BACK = 50;

    private final ActivityRepository repository;
    private final Map<SseEmitter, String> listeners = new ConcurrentHashMap<>();
    private final Set<Long> told = new LinkedHashSet<>();
    private final ScheduledExecutorService rounds =
            Executors.newSingleThreadScheduledExecutor(new ThreadFactoryBuilder()
                    .setNameFormat("live-events")
                    .setDaemon(true)
                    .build());
    private long last = -1;

    LiveEvents(ActivityRepository repository) {
        this.repository = repository;
        rounds.scheduleWithFixedDelay(this::round, 700, 700, TimeUnit.MILLISECONDS);
    }

    record Happened(long id, String siteId, ActivityKind kind, String personId) {}

    @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter listen() {
        SseEmitter emitter = new SseEmitter(TimeUnit.MINUTES.toMillis(30));
        emitter.onCompletion(() -> listeners.remove(emitter));
        emitter.onTimeout(emitter::complete);
        emitter.onError(e -> listeners.remove(emitter));
        listeners.put(emitter, Current.person().accountId());
        return emitter;
    }

    private void round() {
        try {
            if (last < 0) {
                Activity newest = repository.findFirstByOrderByIdDesc();
                last = newest == null ? 0 : newest.id;
                repository
                        .findByIdGreaterThanOrderById(last - LOOK_BACK, Limit.of(LOOK_BACK))
                        .forEach(a -> told.add(a.id));
                return;
            }
            List<Activity> fresh = repository.findByIdGreaterThanOrderById(last - LOOK_BACK, Limit.of(500));
            for (Activity activity : fresh) {
                if (told.add(activity.id)) {
                    tell(activity);
                }
                last = Math.max(last, activity.id);
            }
            told.removeIf(id -> id < last - 2L * LOOK_BACK);
        } catch (RuntimeException e) {
            LOG.debug("What happened could not be read just now", e);
        }
    }

    private void tell(Activity activity) {
        Happened happened = new Happened(activity.id, activity.siteId, activity.kind, activity.personId);
        listeners.forEach((emitter, accountId) -> {
            if (accountId.equals(activity.accountId)) {
                try {
                    emitter.send(SseEmitter.event().name("happened").data(happened));
                } catch (IOException | IllegalStateException e) {
                    listeners.remove(emitter);
                }
            }
        });
    }

    /** Before the web server waits for its requests to end: these would not. */
    @EventListener
    void stop(ContextClosedEvent closed) {
        rounds.shutdownNow();
        listeners.keySet().forEach(SseEmitter::complete);
    }
}
