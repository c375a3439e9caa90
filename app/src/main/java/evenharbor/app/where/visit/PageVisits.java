package evenharbor.app.where.visit;

import evenharbor.edge.visit.Batch;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which pages visitors read, which paths redirects answered, by day (UTC), and from which other sites people came. Nothing
 * is kept of visitors.
 */
@Service
@Transactional(readOnly = true)
public class PageVisits {

    /** The most paths that are kept of a site for one day: those asked for most. */
    static final int MOST_PATHS = 12_000;

    /** The most host names kept that led to one page. */
    static final int MOST_REFERRERS = 20;

    /** For how many days visits are kept by page. */
    public static final int DAYS = 90;

    private static final String READ =
            "insert into page_visit (site_id, day, place, path, visits, redirected) values (?, ?, ?, ?, ?, 0)"
                    + " on duplicate key update visits = visits + ?";
    private static final String REDIRECTED =
            "insert into page_visit (site_id, day, place, path, visits, redirected) values (?, ?, ?, ?, 0, ?)"
                    + " on duplicate key update redirected = redirected + ?";

    private final JdbcTemplate batches;
    private final JdbcClient db;
    private final Clock clock;

    PageVisits(JdbcTemplate batches, JdbcClient db, Clock clock) {
        this.batches = batches;
        this.db = db;
        this.clock = clock;
    }

    private LocalDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
    }

    /** The day it is now (UTC). */
    LocalDate today() {
        return now().toLocalDate();
    }

    /** Adds a batch of counts to today's. */
    @Transactional(propagation = Propagation.MANDATORY)
    void add(Batch batch) {
        add(READ, batch.visited());
        add(REDIRECTED, batch.redirected());
        batches.batchUpdate(
                "insert into page_referrer (site_id, path, host, count, last_at) select ?, ?, ?, ?, ? from dual"
                        + " where (select count(*) from page_referrer r where r.site_id = ? and r.path = ? and r.host <> ?) < "
                        + MOST_REFERRERS
                        + " on duplicate key update count = page_referrer.count + ?, last_at = ?",
                batch.visited().stream()
                        .flatMap(page -> page.referrers().entrySet().stream().map(from -> new Object[] {
                            page.site(),
                            page.path(),
                            from.getKey(),
                            from.getValue(),
                            now(),
                            page.site(),
                            page.path(),
                            from.getKey(),
                            from.getValue(),
                            now()
                        }))
                        .toList());
        Stream.concat(batch.visited().stream(), batch.redirected().stream())
                .map(Batch.Asked::site)
                .collect(Collectors.toSet())
                .forEach(this::bound);
    }

    private void add(String sql, List<Batch.Asked> asked) {
        batches.batchUpdate(
                sql,
                asked.stream()
                        .map(a -> new Object[] {a.site(), today(), a.place(), a.path(), a.count(), a.count()})
                        .toList());
    }

    private void bound(String site) {
        long paths = db.sql("select count(*) from page_visit where site_id = ? and day = ?")
                .params(site, today())
                .query(Long.class)
                .single();
        if (paths > MOST_PATHS) {
            db.sql("delete from page_visit where site_id = ? and day = ? order by visits + redirected limit "
                            + (paths - MOST_PATHS))
                    .params(site, today())
                    .update();
        }
    }

    /** Forgets what is too old to be asked for. */
    @Transactional(propagation = Propagation.MANDATORY)
    void clean() {
        db.sql("delete from page_visit where day < ?")
                .param(today().minusDays(DAYS))
                .update();
        db.sql("delete from page_referrer where last_at < ?")
                .param(now().minusDays(DAYS))
                .update();
    }

    /** The first day of which visits of a site are known by page; empty when there were none yet. */
    public Optional<LocalDate> first(String siteId) {
        return db.sql("select min(day) from page_visit where site_id = ?")
                .param(siteId)
                .query((row, n) -> Optional.ofNullable(row.getObject(1, LocalDate.class)))
                .single();
    }

    /**
     * A path that visitors asked for, and got a page at or were redirected.
     *
     * @param place the host name, and the path under it that the site is mounted at
     * @param path decoded path from there
     * @param visits how often
     */
    public record Asked(String place, String path, long visits) {}

    /** What visitors of a site asked for in the last days, asked for most first. */
    public List<Asked> asked(String siteId, int days, int most) {
        return db.sql("select place, path, sum(visits + redirected) from page_visit where site_id = ? and day > ?"
                        + " group by place, path order by 3 desc, 1, 2 limit " + most)
                .params(siteId, today().minusDays(days))
                .query((row, n) -> new Asked(row.getString(1), row.getString(2), row.getLong(3)))
                .list();
    }

    /** How many pages were read on a day, and how often a redirect answered. */
    public record DayOfVisits(LocalDate day, long visits, long redirected) {}

    /** The visits of a site in the last days, day by day; days without any are left out. */
    public List<DayOfVisits> byDay(String siteId, int days) {
        return db.sql("select day, sum(visits), sum(redirected) from page_visit where site_id = ? and day > ?"
                        + " group by day order by day")
                .params(siteId, today().minusDays(days))
                .query((row, n) -> new DayOfVisits(row.getObject(1, LocalDate.class), row.getLong(2), row.getLong(3)))
                .list();
    }

    /** The visits of one page in the last days, day by day; days without any are left out. */
    public List<DayOfVisits> byDay(String siteId, String path, int days) {
        return db.sql(
                        "select day, sum(visits), sum(redirected) from page_visit where site_id = ? and path = ? and day > ?"
                                + " group by day order by day")
                .params(siteId, path, today().minusDays(days))
                .query((row, n) -> new DayOfVisits(row.getObject(1, LocalDate.class), row.getLong(2), row.getLong(3)))
                .list();
    }

    /**
     * How often a page was read.
     *
     * @param path decoded request path
     * @param visits how often in the last days
     * @param before how often in as many days before
     */
    public record PageRead(String path, long visits, long before) {}

    /** The pages of a site that were read in the last days, read most first. */
    public List<PageRead> pages(String siteId, int days, int most) {
        return db.sql("select path, sum(if(day > ?, visits, 0)) as lately, sum(if(day > ?, 0, visits)) from page_visit"
                        + " where site_id = ? and day > ? group by path having lately > 0 order by 2 desc, 1 limit "
                        + most)
                .params(today().minusDays(days), today().minusDays(days), siteId, today().minusDays(2L * days))
                .query((row, n) -> new PageRead(row.getString(1), row.getLong(2), row.getLong(3)))
                .list();
    }

    /** From which host name's pages how many visits came. */
    public record From(String host, long visits) {}

    /** From which other sites people came to a site in the time for which that is kept, the most first. */
    public List<From> from(String siteId, int most) {
        return db.sql("select host, sum(count) from page_referrer where site_id = ? group by host order by 2 desc, 1"
                        + " limit " + most)
                .param(siteId)
                .query((row, n) -> new From(row.getString(1), row.getLong(2)))
                .list();
    }

    /** From which other sites people came to one page, the most first. */
    public List<From> from(String siteId, String path) {
        return db.sql("select host, count from page_referrer where site_id = ? and path = ? order by 2 desc, 1")
                .params(siteId, path)
                .query((row, n) -> new From(row.getString(1), row.getLong(2)))
                .list();
    }
}
