package evenharbor.app.who.activity;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.core.who.access.Membership;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.http.MediaType;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open pages what happened, as server-sent events. It reads the record in the database, so that pages also hear
 * of what other nodes did. Each page is told by itself: one that takes nothing in keeps no other waiting, and is told no
 * more; and none is told after its session has ended.
 */
@Hidden
@RestController
class LiveEvents {

    private static final Logger LOG = LoggerFactory.getLogger(LiveEvents.class);

    /** Entries of transactions that ended late may have lower numbers than ones already told. */
    private static final int LOOK_BACK = 50;

    /** What a page may leave untaken before it is told no more: it asks for all when it connects again. */
    private static final int MOST_WAITING = 200;

    private static final int ROUNDS_BETWEEN_SESSIONS = 7;

    private final ActivityRepository repository;
    private final People people;
    private final SessionRepository<? extends Session> sessions;
    private final Set<Listener> listeners = ConcurrentHashMap.newKeySet();
    private final Set<Long> told = new LinkedHashSet<>();
    private final ExecutorService senders = Executors.newCachedThreadPool(new ThreadFactoryBuilder()
            .setNameFormat("live-events-%d")
            .setDaemon(true)
            .build());
    private final ScheduledExecutorService rounds =
            Executors.newSingleThreadScheduledExecutor(new ThreadFactoryBuilder()
                    .setNameFormat("live-events")
                    .setDaemon(true)
                    .build());
    private long last = -1;
    private int round;

    LiveEvents(ActivityRepository repository, People people, SessionRepository<? extends Session> sessions) {
        this.repository = repository;
        this.people = people;
        this.sessions = sessions;
        rounds.scheduleWithFixedDelay(this::round, 700, 700, TimeUnit.MILLISECONDS);
    }

    /** @param who what the person is called; empty for what Even Harbor did, and for what the listener did themselves */
    record Happened(long id, String siteId, ActivityKind kind, String who, String detail) {}

    /** What an open page is told: by which name, and what. @param always whether each of the kind matters: of others one is enough, and none is missed */
    private record Told(String name, Object data, boolean always) {}

    /** Work that has come further. @param siteId the site it is for */
    record Further(String siteId) {}

    /** An open page, and what it has yet to be told. */
    private final class Listener {
        private final SseEmitter emitter = new SseEmitter(TimeUnit.MINUTES.toMillis(30));
        private final String accountId = Current.person().accountId();
        private final String personId = Current.person().id();
        private final Optional<Membership> membership = Current.membership();
        private final Optional<String> session;
        private final Queue<Told> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
        private final AtomicBoolean sending = new AtomicBoolean();

        Listener(Optional<String> session) {
            this.session = session;
        }

        /** Who looks after single sites hears of those alone; as it was when the page was opened, for half an hour. */
        boolean may(String siteId) {
            return membership
                    .map(member -> member.all().isPresent() || member.at(siteId).isPresent())
                    .orElse(true);
        }

        void hear(Told news) {
            if (!news.always() && waiting.contains(news)) {
                return;
            }
            if (!waiting.offer(news) && news.always()) {
                listeners.remove(this);
                return;
            }
            send();
        }

        private void send() {
            if (!waiting.isEmpty() && sending.compareAndSet(false, true)) {
                try {
                    senders.execute(this::sendAll);
                } catch (RejectedExecutionException e) {
                    // The application is being stopped. Whoever told of its work goes on with that.
                    sending.set(false);
                }
            }
        }

        /** A page that was closed is noticed when it cannot be told anything. */
        private void beat() {
            try {
                senders.execute(() -> {
                    try {
                        emitter.send(SseEmitter.event().comment("here"));
                    } catch (IOException | IllegalStateException e) {
                        listeners.remove(this);
                    }
                });
            } catch (RejectedExecutionException e) {
                // The application is being stopped.
                listeners.remove(this);
            }
        }

        private void sendAll() {
            try {
                for (Told next = waiting.poll(); next != null; next = waiting.poll()) {
                    emitter.send(SseEmitter.event().name(next.name()).data(next.data()));
                }
            } catch (IOException | IllegalStateException e) {
                listeners.remove(this);
            } finally {
                sending.set(false);
            }
            if (listeners.contains(this)) {
                // What came in between the last look and the end of sending.
                send();
            } else {
                // It is told no more: it connects again, and asks for all.
                emitter.complete();
            }
        }

        boolean sessionEnded() {
            return session.isPresent() && sessions.findById(session.get()) == null;
        }

        void end() {
            listeners.remove(this);
            senders.execute(emitter::complete);
        }
    }

    @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter listen(HttpServletRequest request) throws IOException {
        Listener listener =
                new Listener(Optional.ofNullable(request.getSession(false)).map(HttpSession::getId));
        listener.emitter.onCompletion(() -> listeners.remove(listener));
        listener.emitter.onTimeout(listener.emitter::complete);
        listener.emitter.onError(e -> listeners.remove(listener));
        // The page is to know at once that it is heard.
        listener.emitter.send(SseEmitter.event().comment("here"));
        synchronized (this) {
            begin();
            listeners.add(listener);
        }
        return listener.emitter;
    }

    private synchronized void round() {
        try {
            if (listeners.isEmpty()) {
                // Nobody is there to be told: who comes next begins anew.
                last = -1;
                return;
            }
            begin();
            List<Activity> fresh = repository.findByIdGreaterThanOrderById(last - LOOK_BACK, Limit.of(500));
            // All that can fail is asked before anything counts as told.
            List<String> who = fresh.stream()
                    .filter(activity -> !told.contains(activity.id))
                    .map(activity -> activity.personId)
                    .distinct()
                    .toList();
            People.Names names = who.isEmpty() ? new People.Names(Map.of()) : people.names(who);
            for (Activity activity : fresh) {
                if (told.add(activity.id)) {
                    tell(activity, names);
                }
                last = Math.max(last, activity.id);
            }
            told.removeIf(id -> id < last - 2L * LOOK_BACK);
            if (++round % ROUNDS_BETWEEN_SESSIONS == 0) {
                listeners.stream().filter(Listener::sessionEnded).forEach(Listener::end);
                listeners.forEach(Listener::beat);
            }
        } catch (RuntimeException e) {
            LOG.debug("What happened could not be read just now", e);
        }
    }

    /** What is there when the first page opens counts as told. */
    private synchronized void begin() {
        if (last < 0) {
            told.clear();
            Activity newest = repository.findFirstByOrderByIdDesc();
            last = newest == null ? 0 : newest.id;
            repository
                    .findByIdGreaterThanOrderById(last - LOOK_BACK, Limit.of(LOOK_BACK))
                    .forEach(a -> told.add(a.id));
        }
    }

    private void tell(Activity activity, People.Names names) {
        String who = activity.personId.isEmpty() ? "" : names.of(activity.personId);
        of(activity.accountId, activity.siteId).forEach(listener -> {
            String heard = listener.personId.equals(activity.personId) ? "" : who;
            listener.hear(new Told(
                    "happened",
                    new Happened(activity.id, activity.siteId, activity.kind, heard, activity.detail),
                    true));
        });
    }

    /** Pages that hear of work on another node ask for it in a while. */
    @EventListener
    void tell(MovedOn moved) {
        Told news = new Told("moved-on", new Further(moved.siteId()), false);
        of(moved.accountId(), moved.siteId()).forEach(listener -> listener.hear(news));
    }

    private Stream<Listener> of(String accountId, String siteId) {
        return listeners.stream().filter(listener -> listener.accountId.equals(accountId) && listener.may(siteId));
    }

    /** Before the web server waits for its requests to end: these would not. */
    @EventListener
    void stop(ContextClosedEvent closed) {
        rounds.shutdownNow();
        listeners.forEach(Listener::end);
        senders.shutdown();
    }
}
