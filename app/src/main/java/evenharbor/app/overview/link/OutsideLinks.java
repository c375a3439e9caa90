package evenharbor.app.overview.link;

import com.google.common.hash.Hashing;
import com.google.common.util.concurrent.Striped;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.finding.DraftFindings;
import evenharbor.core.what.finding.OutsideAnswer;
import evenharbor.core.what.finding.SiteFindings;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.Lock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Asks for the pages of other people that a draft leads to, when someone wants to know: a few at once, each host by one only
 * and not without a pause, and what came is kept for a week.
 */
@Service
public class OutsideLinks {

    private static final Logger LOG = LoggerFactory.getLogger(OutsideLinks.class);
    private static final Duration KEPT = Duration.ofDays(7);
    private static final Duration BETWEEN = Duration.ofMillis(500);
    private static final int AT_ONCE = 4;
    private static final int MOST = 2000;
    private static final int LONGEST = 2000;

    private final DraftFindings findings;
    private final OutsideAsker asker;
    private final JdbcClient db;
    private final Clock clock;
    private final Map<String, AtomicInteger> left = new ConcurrentHashMap<>();
    private final Striped<Lock> hosts = Striped.lock(64);
    private final ExecutorService workers = Executors.newFixedThreadPool(
            AT_ONCE,
            new ThreadFactoryBuilder()
                    .setNameFormat("outside-links-%d")
                    .setDaemon(true)
                    .build());

    OutsideLinks(DraftFindings findings, OutsideAsker asker, JdbcClient db, Clock clock) {
        this.findings = findings;
        this.asker = asker;
        this.db = db;
        this.clock = clock;
    }

    /** A link. @param answer null while it was not asked for within a week */
    public record Link(
            String url,
            List<SiteFindings.Standing> standing,
            OutsideAnswer answer,
            int status,
            String movedTo,
            Instant at) {}

    /** All links of a draft to other people's pages. @param ready false while pages are still read @param left how many are still to be asked for */
    public record Links(boolean ready, int left, List<Link> all) {}

    private record Known(OutsideAnswer answer, int status, String movedTo, Instant at) {}

    /** The links of the draft of one of the person's sites, with what is known of them. */
    public Links of(String siteId) {
        DraftFindings.Asked asked = findings.of(siteId);
        if (asked.findings().isEmpty()) {
            return new Links(false, 0, List.of());
        }
        SortedMap<String, List<SiteFindings.Standing>> urls =
                asked.findings().get().outside();
        Map<String, Known> known = known();
        List<Link> all = new ArrayList<>();
        urls.forEach((url, standing) -> {
            Known each = known.get(hash(url));
            all.add(
                    each == null
                            ? new Link(url, standing, null, 0, "", null)
                            : new Link(url, standing, each.answer(), each.status(), each.movedTo(), each.at()));
        });
        AtomicInteger working = left.get(siteId);
        return new Links(true, working == null ? 0 : working.get(), all);
    }

    /** What is known and not too old. */
    private Map<String, Known> known() {
        Map<String, Known> known = new HashMap<>();
        db.sql("select url_hash, answer, status, moved_to, asked_at from outside_link where asked_at > ?")
                .param(DatabaseTime.of(clock.instant().minus(KEPT)))
                .query(row -> {
                    known.put(
                            row.getString(1),
                            new Known(
                                    OutsideAnswer.valueOf(row.getString(2)),
                                    row.getInt(3),
                                    row.getString(4),
                                    row.getObject(5, LocalDateTime.class).toInstant(ZoneOffset.UTC)));
                });
        return known;
    }

    /** Asks for those of which nothing is known, in the background. @param anew whether for the others, too */
    public Links check(String siteId, boolean anew) {
        Links now = of(siteId);
        List<String> wanted = now.all().stream()
                .filter(link -> anew || link.answer() == null)
                .map(Link::url)
                .filter(url -> url.length() <= LONGEST)
                .limit(MOST)
                .toList();
        AtomicInteger mine = new AtomicInteger(wanted.size());
        if (!now.ready() || left.putIfAbsent(siteId, mine) != null) {
            throw new Problem(ProblemType.NOT_READY, "They are being asked for already. Nothing was changed.");
        }
        if (wanted.isEmpty()) {
            left.remove(siteId, mine);
        }
        wanted.forEach(url -> workers.execute(() -> {
            try {
                ask(url);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } catch (RuntimeException e) {
                LOG.warn("What became of asking for a page of others could not be kept", e);
            } finally {
                if (mine.decrementAndGet() == 0) {
                    left.remove(siteId, mine);
                }
            }
        }));
        return of(siteId);
    }

    private void ask(String url) throws InterruptedException {
        Lock host = hosts.get(hostOf(url));
        host.lockInterruptibly();
        try {
            OutsideAsker.Asked asked = asker.ask(url);
            keep(url, asked);
            Thread.sleep(BETWEEN.toMillis());
        } finally {
            host.unlock();
        }
    }

    private void keep(String url, OutsideAsker.Asked asked) {
        String moved = asked.movedTo().length() > LONGEST ? "" : asked.movedTo();
        db.sql(
                        "replace into outside_link (url_hash, url, answer, status, moved_to, asked_at) values (?, ?, ?, ?, ?, ?)")
                .params(hash(url), url, asked.answer().name(), asked.status(), moved, DatabaseTime.of(clock.instant()))
                .update();
    }

    private static String hostOf(String url) {
        try {
            return String.valueOf(URI.create(url).getHost());
        } catch (IllegalArgumentException e) {
            return url;
        }
    }

    private static String hash(String url) {
        return Hashing.sha256().hashString(url, StandardCharsets.UTF_8).toString();
    }

    @EventListener
    void stop(ContextClosedEvent closed) {
        workers.shutdownNow();
    }
}
