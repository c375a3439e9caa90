package evenharbor.app.what.version;

import evenharbor.app.what.content.Manifests;
import evenharbor.core.what.addition.MadeFor;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.sql.Date;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** When pages that a feed tells of first came out: a later change of a page does not make it new. */
@Component
public class PageDays {

    private static final int AT_ONCE = 500;
    private static final int LONGEST = 500;

    /** How far back versions are looked through when a site begins to have a feed. */
    private static final int MOST_VERSIONS = 100;

    /** After this, a page that is not there any more and comes back counts as new. */
    private static final int YEARS_REMEMBERED = 2;

    private final VersionRepository versions;
    private final Manifests manifests;
    private final JdbcTemplate db;
    private final Clock clock;

    PageDays(VersionRepository versions, Manifests manifests, JdbcTemplate db, Clock clock) {
        this.versions = versions;
        this.manifests = manifests;
        this.db = db;
        this.clock = clock;
    }

    /** The days of a site's pages, by path, as {@code 2026-05-14}. */
    @Transactional(readOnly = true)
    public Map<String, String> of(String siteId) {
        Map<String, String> days = new TreeMap<>();
        db.query(
                "select path, day from page_day where site_id = ?",
                row -> {
                    days.put(row.getString(1), row.getDate(2).toLocalDate().toString());
                },
                siteId);
        return days;
    }

    /** The same of several sites, by site; sites without any are left out. */
    @Transactional(readOnly = true)
    public Map<String, Map<String, String>> of(Collection<String> siteIds) {
        Map<String, Map<String, String>> all = new TreeMap<>();
        if (!siteIds.isEmpty()) {
            new NamedParameterJdbcTemplate(db)
                    .query(
                            "select site_id, path, day from page_day where site_id in (:sites)",
                            Map.of("sites", siteIds),
                            row -> {
                                all.computeIfAbsent(row.getString(1), site -> new TreeMap<>())
                                        .put(
                                                row.getString(2),
                                                row.getDate(3).toLocalDate().toString());
                            });
        }
        return all;
    }

    /** Remembers which pages come out with files that go live. */
    @Transactional(propagation = Propagation.MANDATORY)
    void cameOut(String siteId, String manifest) {
        Manifest files = manifests.get(manifest);
        List<String> pages = fed(files);
        if (pages.isEmpty()) {
            return;
        }
        Map<String, String> known = of(siteId);
        Map<String, LocalDate> earlier = known.isEmpty() ? before(siteId) : Map.of();
        LocalDate today = day(clock.instant());
        List<Object[]> rows = pages.stream()
                .filter(page -> !known.containsKey(page))
                .map(page -> new Object[] {siteId, page, Date.valueOf(earlier.getOrDefault(page, today))})
                .toList();
        for (int from = 0; from < rows.size(); from += AT_ONCE) {
            List<Object[]> some = rows.subList(from, Math.min(rows.size(), from + AT_ONCE));
            List<Object> values = new ArrayList<>();
            some.forEach(row -> values.addAll(List.of(row)));
            db.update(
                    "insert ignore into page_day (site_id, path, day) values "
                            + some.stream().map(row -> "(?, ?, ?)").collect(Collectors.joining(", ")),
                    values.toArray());
        }
        forget(siteId, known, files, today);
    }

    private void forget(String siteId, Map<String, String> known, Manifest files, LocalDate today) {
        String oldest = today.minusYears(YEARS_REMEMBERED).toString();
        known.forEach((path, day) -> {
            if (day.compareTo(oldest) < 0 && files.at(path).isEmpty()) {
                db.update("delete from page_day where site_id = ? and path = ?", siteId, path);
            }
        });
    }

    /** The pages that the feed of a site would tell of. */
    private List<String> fed(Manifest files) {
        MadeFor made = SettingsFile.of(files, manifests::text).made();
        return made.feed().isEmpty()
                ? List.of()
                : files.files().keySet().stream()
                        .filter(path ->
                                SitePath.isPage(path) && path.length() <= LONGEST && path.startsWith(made.feedFolder()))
                        .toList();
    }

    /** The days that pages came out before the site had a feed, as far as the versions that are kept tell. */
    private Map<String, LocalDate> before(String siteId) {
        Map<String, LocalDate> days = new TreeMap<>();
        versions.findBySiteIdAndGoneAtIsNullOrderByNumberDesc(siteId).stream()
                .filter(version -> version.publishedAt != null)
                .limit(MOST_VERSIONS)
                .forEach(version -> manifests
                        .get(version.manifest)
                        .files()
                        .keySet()
                        .forEach(path -> days.merge(path, day(version.publishedAt), (a, b) -> a.isBefore(b) ? a : b)));
        return days;
    }

    private static LocalDate day(Instant at) {
        return at.atZone(ZoneOffset.UTC).toLocalDate();
    }
}
