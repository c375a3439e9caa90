package evenharbor.app.where.visit;

import evenharbor.edge.visit.Batch;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What visitors asked for, by day (UTC): pages by host name, redirects followed, paths that found nothing. Nothing is kept
 * of visitors.
 */
@Service
public class Visits {

    /** The most paths that found nothing which are kept of a site for one day: those asked for most. */
    static final int MOST_MISSED = 2_000;

    /** The most host names kept that led to one path. */
    private static final int MOST_REFERRERS = 20;

    private static final int DAYS_MISSED = 90;
    private static final int DAYS_USED = 400;

    private final PageVisits pages;
    private final JdbcTemplate batches;
    private final JdbcClient db;
    private final Clock clock;
    private LocalDate cleaned = LocalDate.MIN;

    Visits(PageVisits pages, JdbcTemplate batches, JdbcClient db, Clock clock) {
        this.pages = pages;
        this.batches = batches;
        this.db = db;
        this.clock = clock;
    }

    private LocalDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
    }

    private LocalDate today() {
        return now().toLocalDate();
    }

    /**
     * Adds a batch of counts to today's. What was counted of a site that is gone meanwhile goes with it: it must not
     * keep back the counts of all others.
     */
    @Transactional
    public void add(Batch counted) {
        Batch batch = counted.of(present(counted.sites()));
        batches.batchUpdate(
                "insert into visit_day (host, day, visits) values (?, ?, ?) on duplicate key update visits = visits + ?",
                batch.pages().entrySet().stream()
                        .map(e -> new Object[] {e.getKey(), today(), e.getValue(), e.getValue()})
                        .toList());
        batches.batchUpdate(
                "insert into redirect_use (site_id, redirect_id, day, follows, last_at) values (?, ?, ?, ?, ?)"
                        + " on duplicate key update follows = follows + ?, last_at = ?",
                batch.follows().entrySet().stream()
                        .map(e -> new Object[] {
                            e.getKey().site(), e.getKey().redirect(), today(), e.getValue(), now(), e.getValue(), now()
                        })
                        .toList());
        pages.add(batch);
        addMisses(batch.misses());
        if (!cleaned.equals(today())) {
            clean();
        }
    }

    /** Those of these sites that are there, and stay until the end of the transaction. */
    private Set<String> present(Set<String> sites) {
        return sites.isEmpty()
                ? Set.of()
                : db.sql("select id from site where id in (:ids) lock in share mode")
                        .param("ids", sites)
                        .query(String.class)
                        .set();
    }

    private void addMisses(List<Batch.Asked> misses) {
        batches.batchUpdate(
                "insert into missed_visit (site_id, path, day, count, browsers, last_at) values (?, ?, ?, ?, ?, ?)"
                        + " on duplicate key update count = count + ?, browsers = browsers + ?, last_at = ?",
                misses.stream()
                        .map(m -> new Object[] {
                            m.site(), m.path(), today(), m.count(), m.browsers(), now(), m.count(), m.browsers(), now()
                        })
                        .toList());
        batches.batchUpdate(
                "insert into missed_referrer (site_id, path, host, count, last_at) select ?, ?, ?, ?, ? from dual"
                        + " where (select count(*) from missed_referrer r where r.site_id = ? and r.path = ? and r.host <> ?) < "
                        + MOST_REFERRERS
                        + " on duplicate key update count = missed_referrer.count + ?, last_at = ?",
                misses.stream()
                        .flatMap(m -> m.referrers().entrySet().stream().map(r -> new Object[] {
                            m.site(),
                            m.path(),
                            r.getKey(),
                            r.getValue(),
                            now(),
                            m.site(),
                            m.path(),
                            r.getKey(),
                            r.getValue(),
                            now()
                        }))
                        .toList());
        misses.stream().map(Batch.Asked::site).collect(Collectors.toSet()).forEach(this::bound);
    }

    private void bound(String site) {
        long paths = db.sql("select count(*) from missed_visit where site_id = ? and day = ?")
                .params(site, today())
                .query(Long.class)
                .single();
        if (paths > MOST_MISSED) {
            db.sql("delete from missed_visit where site_id = ? and day = ? order by count, browsers, last_at limit "
                            + (paths - MOST_MISSED))
                    .params(site, today())
                    .update();
            db.sql("delete from missed_referrer where site_id = ? and not exists (select 1 from missed_visit m"
                            + " where m.site_id = missed_referrer.site_id and m.path = missed_referrer.path)")
                    .param(site)
                    .update();
        }
    }

    private void clean() {
        cleaned = today();
        pages.clean();
        db.sql("delete from visit_day where day < ?")
                .param(today().minusDays(DAYS_USED))
                .update();
        db.sql("delete from missed_visit where day < ?")
                .param(today().minusDays(DAYS_MISSED))
                .update();
        db.sql("delete from missed_referrer where last_at < ?")
                .param(now().minusDays(DAYS_MISSED))
                .update();
        db.sql("delete from redirect_use where day < ?")
                .param(today().minusDays(DAYS_USED))
                .update();
    }

    /** The visits by a host name in the last days. */
    @Transactional(readOnly = true)
    public long since(String host, int days) {
        return db.sql("select coalesce(sum(visits), 0) from visit_day where host = ? and day > ?")
                .params(host, today().minusDays(days))
                .query(Long.class)
                .single();
    }

    /**
     * How often a redirect was followed on a day.
     *
     * @param redirect its id
     * @param day the day (UTC)
     * @param follows how often
     * @param lastAt when last
     */
    public record DayOfUse(String redirect, LocalDate day, long follows, Instant lastAt) {}

    /** How often each redirect of a site was followed, by day. */
    @Transactional(readOnly = true)
    public List<DayOfUse> uses(String siteId, int days) {
        return db.sql(
                        "select redirect_id, day, follows, last_at from redirect_use where site_id = ? and day > ? order by day")
                .params(siteId, today().minusDays(days))
                .query((row, n) -> new DayOfUse(
                        row.getString(1),
                        row.getObject(2, LocalDate.class),
                        row.getLong(3),
                        instant(row.getObject(4, LocalDateTime.class))))
                .list();
    }

    /** Since when each redirect of a site is there, by its id. */
    @Transactional(readOnly = true)
    public Map<String, Instant> since(String siteId) {
        return db
                .sql("select redirect_id, since from redirect_since where site_id = ?")
                .param(siteId)
                .query((row, n) -> Map.entry(row.getString(1), instant(row.getObject(2, LocalDateTime.class))))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /**
     * A path that found nothing.
     *
     * @param path decoded path
     * @param count how often it was asked for
     * @param browsers how often by what says which language its person reads
     * @param lastAt when last
     */
    public record Missed(String path, long count, long browsers, Instant lastAt) {}

    /** What found nothing on a site in the last days, asked for most first. */
    @Transactional(readOnly = true)
    public List<Missed> missed(String siteId, int days, int most) {
        return db.sql(
                        "select path, sum(count), sum(browsers), max(last_at) from missed_visit where site_id = ? and day > ?"
                                + " group by path order by 2 desc, 4 desc limit " + most)
                .params(siteId, today().minusDays(days))
                .query((row, n) -> new Missed(
                        row.getString(1),
                        row.getLong(2),
                        row.getLong(3),
                        instant(row.getObject(4, LocalDateTime.class))))
                .list();
    }

    /**
     * Paths that browsers asked for on several sites and found nothing at, by site; what the people of a site do not want
     * to hear of is left out.
     *
     * @param most how many paths of a site, those asked for most first
     */
    @Transactional(readOnly = true)
    public Map<String, List<Missed>> missedByBrowsers(Collection<String> siteIds, int days, int most) {
        Map<String, List<Missed>> all = new HashMap<>();
        if (siteIds.isEmpty()) {
            return all;
        }
        db.sql("select site_id, path, asked, browsers, last_at from (select site_id, path, sum(count) asked,"
                        + " sum(browsers) browsers, max(last_at) last_at, row_number() over (partition by site_id order by"
                        + " sum(count) desc, max(last_at) desc) place from missed_visit m where site_id in (:sites) and"
                        + " day > :day and not exists (select 1 from missed_ignored i where i.site_id = m.site_id and"
                        + " if(i.under, left(m.path, char_length(i.path)) = i.path, i.path = m.path))"
                        + " group by site_id, path having browsers > 0) p where place <= :most")
                .param("sites", siteIds)
                .param("day", today().minusDays(days))
                .param("most", most)
                .query((row, n) -> all.computeIfAbsent(row.getString("site_id"), site -> new ArrayList<>())
                        .add(new Missed(
                                row.getString("path"),
                                row.getLong("asked"),
                                row.getLong("browsers"),
                                instant(row.getObject("last_at", LocalDateTime.class)))))
                .list();
        return all;
    }

    /**
     * Where people came from who found nothing.
     *
     * @param path decoded path
     * @param host host name of the page that led there
     * @param count how often
     */
    public record Referred(String path, String host, long count) {}

    /** From where people came who found nothing on a site. */
    @Transactional(readOnly = true)
    public List<Referred> referred(String siteId) {
        return db.sql("select path, host, count from missed_referrer where site_id = ? order by count desc")
                .param(siteId)
                .query((row, n) -> new Referred(row.getString(1), row.getString(2), row.getLong(3)))
                .list();
    }

    /**
     * What its people do not want to hear of.
     *
     * @param path a path, or the folder above several
     * @param under whether everything under it is meant
     */
    public record Ignored(String path, boolean under) {

        /** Whether a path that was asked for is meant. */
        public boolean holds(String asked) {
            return under ? asked.startsWith(path) : asked.equals(path);
        }
    }

    /** What the people of a site do not want to hear of. */
    @Transactional(readOnly = true)
    public List<Ignored> ignored(String siteId) {
        return db.sql("select path, under from missed_ignored where site_id = ? order by path")
                .param(siteId)
                .query((row, n) -> new Ignored(row.getString(1), row.getBoolean(2)))
                .list();
    }

    /** Remembers, or forgets, what the people of a site do not want to hear of. */
    @Transactional
    public void ignore(String siteId, Ignored what, boolean ignored) {
        if (ignored) {
            db.sql("insert ignore into missed_ignored (site_id, path, under, at) values (?, ?, ?, ?)")
                    .params(siteId, what.path(), what.under(), now())
                    .update();
        } else {
            db.sql("delete from missed_ignored where site_id = ? and path = ? and under = ?")
                    .params(siteId, what.path(), what.under())
                    .update();
        }
    }

    private static Instant instant(LocalDateTime time) {
        return time.toInstant(ZoneOffset.UTC);
    }
}
