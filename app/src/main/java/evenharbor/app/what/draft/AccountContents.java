package evenharbor.app.what.draft;

import com.google.common.collect.Iterables;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Which contents an account may name by their hash: those it has sent, and those of its drafts. Another account's are not
 * here, as far as it is told, so that nobody learns or gets by a hash what others hold.
 */
@Service
class AccountContents {

    private static final Duration KEPT = Duration.ofDays(2);
    private static final int AT_ONCE = 1_000;

    private final Sites sites;
    private final Drafts drafts;
    private final Blobs blobs;
    private final JdbcClient db;
    private final Clock clock;

    AccountContents(Sites sites, Drafts drafts, Blobs blobs, JdbcClient db, Clock clock) {
        this.sites = sites;
        this.drafts = drafts;
        this.blobs = blobs;
        this.db = db;
        this.clock = clock;
    }

    /** Notes that an account has sent contents. */
    void sent(Site site, Collection<String> hashes) {
        var now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        for (List<String> some : Iterables.partition(hashes, AT_ONCE)) {
            List<Object> values = new ArrayList<>();
            some.forEach(hash -> values.addAll(List.of(site.accountId(), hash, now)));
            db.sql("insert into content_sent (account_id, hash, at) values "
                            + String.join(", ", Collections.nCopies(some.size(), "(?, ?, ?)"))
                            + " on duplicate key update at = values(at)")
                    .params(values)
                    .update();
        }
    }

    /** Those of some contents that the site's account may name, and that are here. */
    Set<String> known(Site site, Collection<String> hashes) {
        Set<String> own = new HashSet<>();
        for (Site each : sites.ofAccount(site.accountId())) {
            drafts.files(drafts.find(each.id())).files().values().stream()
                    .map(FileEntry::hash)
                    .forEach(own::add);
        }
        List<String> open =
                hashes.stream().distinct().filter(hash -> !own.contains(hash)).toList();
        for (int from = 0; from < open.size(); from += AT_ONCE) {
            own.addAll(db.sql("select hash from content_sent where account_id = :account and hash in (:hashes)")
                    .param("account", site.accountId())
                    .param("hashes", new ArrayList<>(open.subList(from, Math.min(open.size(), from + AT_ONCE))))
                    .query(String.class)
                    .list());
        }
        Set<String> known = new HashSet<>();
        for (String hash : hashes) {
            if (own.contains(hash) && blobs.has(hash)) {
                known.add(hash);
            }
        }
        return known;
    }

    /** Forgets what was sent long ago: it is in a draft, or nobody wanted it. */
    void tidy() {
        db.sql("delete from content_sent where at < ?")
                .param(clock.instant().minus(KEPT).atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
    }
}
