package evenharbor.app.harbor.preview;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.google.common.hash.Hashing;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.address.HostName;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Drafts and versions on host names of their own. The host name is the secret: whoever does not know it cannot ask, it
 * is told to nobody by a referrer, never indexed, and ends after half a day.
 */
@Service
public class Previews {

    private static final Duration LIFE = Duration.ofHours(12);
    private static final int MOST_SHARED = 20;
    private static final SiteRoutes.ServingOptions MANNER = new SiteRoutes.ServingOptions(true, false);

    private final JdbcClient db;
    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;
    private final Builds builds;
    private final Manifests manifests;
    private final RedirectContents redirects;
    private final RedirectSets sets;
    private final Addresses addresses;
    private final HarborProperties harbor;
    private final Clock clock;
    private final Cache<Shown, SiteRoutes> routes =
            Caffeine.newBuilder().maximumSize(50).build();

    Previews(
            JdbcClient db,
            Sites sites,
            Drafts drafts,
            Versions versions,
            Builds builds,
            Manifests manifests,
            RedirectContents redirects,
            RedirectSets sets,
            Addresses addresses,
            HarborProperties harbor,
            Clock clock) {
        this.db = db;
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
        this.builds = builds;
        this.manifests = manifests;
        this.redirects = redirects;
        this.sets = sets;
        this.addresses = addresses;
        this.harbor = harbor;
        this.clock = clock;
    }

    /** Opens a preview of the draft, or of a version; the person's last one is used again while it lasts. */
    @Transactional
    public String open(String siteId, Optional<Integer> version) {
        sites.mine(siteId);
        version.ifPresent(number -> versions.of(siteId, number));
        String person = Current.person().id();
        Instant now = clock.instant();
        db.sql("delete from preview where expires_at < ?").param(local(now)).update();
        Optional<String> open = db
                .sql("select secret from preview where site_id = ? and created_by = ?"
                        + " and version <=> ? and expires_at > ? and not shared")
                .params(siteId, person, version.orElse(null), local(now.plus(LIFE.dividedBy(2))))
                .query(String.class)
                .stream()
                .findFirst();
        String secret = open.orElseGet(Ids::secret);
        if (open.isEmpty()) {
            db.sql("insert into preview (secret, site_id, version, created_by, expires_at) values (?, ?, ?, ?, ?)")
                    .params(secret, siteId, version.orElse(null), person, local(now.plus(LIFE)))
                    .update();
        }
        return addresses.url(new HostName(secret + "." + harbor.previewEnding()), "/");
    }

    /**
     * A preview that is shown to others.
     *
     * @param id names it
     * @param version number of the version it shows; empty for the draft as it is
     */
    public record SharedPreview(String id, Optional<Integer> version, String url, String by, Instant until) {}

    /** Shows the draft, or a version, to whoever has the link, until an end. */
    @Transactional
    public void share(String siteId, Optional<Integer> version, Duration lasts) {
        if (shared(siteId).size() >= MOST_SHARED) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "There are " + MOST_SHARED + " such links already. Nothing was changed. End one first.");
        }
        version.ifPresent(number -> versions.of(siteId, number));
        db.sql(
                        "insert into preview (secret, site_id, version, created_by, expires_at, shared) values (?, ?, ?, ?, ?, true)")
                .params(
                        Ids.secret(),
                        siteId,
                        version.orElse(null),
                        Current.person().id(),
                        local(clock.instant().plus(lasts)))
                .update();
    }

    /** The previews of a site that are shown to others, those that end first before. */
    @Transactional(readOnly = true)
    public List<SharedPreview> shared(String siteId) {
        sites.mine(siteId);
        return db.sql(
                        "select * from preview where site_id = ? and shared and expires_at > ? order by expires_at, secret")
                .params(siteId, local(clock.instant()))
                .query((row, n) -> new SharedPreview(
                        name(row.getString("secret")),
                        Optional.ofNullable((Integer) row.getObject("version")),
                        addresses.url(new HostName(row.getString("secret") + "." + harbor.previewEnding()), "/"),
                        row.getString("created_by"),
                        DatabaseTime.read(row, "expires_at")))
                .list();
    }

    /** Ends one that is shown to others: its link opens nothing any more. */
    @Transactional
    public void endShared(String siteId, String id) {
        sites.mine(siteId);
        db
                .sql("select secret from preview where site_id = ? and shared")
                .param(siteId)
                .query(String.class)
                .list()
                .stream()
                .filter(secret -> name(secret).equals(id))
                .forEach(secret -> db.sql("delete from preview where secret = ?")
                        .param(secret)
                        .update());
    }

    private static String name(String secret) {
        return Hashing.sha256()
                .hashString(secret, StandardCharsets.UTF_8)
                .toString()
                .substring(0, 16);
    }

    private record Opened(String siteId, Integer version) {}

    /** What answers at a preview's host name now. */
    @Transactional(readOnly = true)
    public Optional<SiteRoutes> at(String host) {
        String secret = host.substring(0, host.length() - harbor.previewEnding().length() - 1);
        return db.sql("select site_id, version from preview where secret = ? and expires_at > ?")
                .params(secret, local(clock.instant()))
                .query((row, n) -> new Opened(row.getString(1), (Integer) row.getObject(2)))
                .optional()
                .map(this::shown)
                .map(shown -> routes.get(
                        shown, s -> SiteRoutes.of("", manifests.get(s.build()), MANNER, redirects.get(s.redirects()))));
    }

    private record Shown(String build, String redirects) {}

    private Shown shown(Opened opened) {
        if (opened.version() != null) {
            SavedVersion version =
                    versions.find(opened.siteId(), opened.version()).orElseThrow();
            return new Shown(versions.buildOf(version), version.redirects());
        }
        Site site = sites.find(opened.siteId()).orElseThrow();
        Draft draft = drafts.find(opened.siteId());
        return new Shown(builds.of(draft.manifest(), site.settings()), sets.now(site.id()));
    }

    /** The files a preview shows. */
    @Transactional(readOnly = true)
    public Manifest files(String siteId, Optional<Integer> version) {
        return version.map(number -> manifests.get(versions.of(siteId, number).manifest()))
                .orElseGet(() -> drafts.files(drafts.of(siteId)));
    }

    private static LocalDateTime local(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC).toLocalDateTime();
    }
}
