package evenharbor.app.harbor.review;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import java.time.Clock;
import java.time.ZoneOffset;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The rule that another person has to agree before anything new goes out, for sites that have it. */
@Service
@Transactional
public class Agreements {

    private final JdbcClient db;
    private final Sites sites;
    private final Activities activities;
    private final Clock clock;

    Agreements(JdbcClient db, Sites sites, Activities activities, Clock clock) {
        this.db = db;
        this.sites = sites;
        this.activities = activities;
        this.clock = clock;
    }

    /** Whether a site has the rule. */
    @Transactional(readOnly = true)
    public boolean needed(String siteId) {
        return db.sql("select count(*) from review_rule where site_id = ?")
                        .param(siteId)
                        .query(Integer.class)
                        .single()
                == 1;
    }

    /** Sets or lifts the rule. */
    void set(String siteId, boolean needed) {
        sites.mine(siteId);
        if (needed == needed(siteId)) {
            return;
        }
        if (needed) {
            db.sql("insert into review_rule (site_id, set_by, set_at) values (?, ?, ?)")
                    .params(
                            siteId,
                            Current.person().id(),
                            clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                    .update();
        } else {
            db.sql("delete from review_rule where site_id = ?").param(siteId).update();
        }
        activities.note(
                ActivityKind.REVIEW_RULE,
                siteId,
                Current.person(),
                needed ? "another person has to agree before it goes out" : "nobody has to agree");
    }

    /**
     * Refuses what nobody has agreed to, where someone has to. What was live before may come back: in a hurry it has to.
     *
     * @param manifest hash of the manifest of the files that are to go out
     */
    @Transactional(readOnly = true)
    public void require(String siteId, String manifest) {
        if (!needed(siteId)) {
            return;
        }
        int known = db.sql("select count(*) from version v where v.site_id = ? and v.manifest = ?"
                        + " and (v.published_at is not null or exists (select 1 from review r where r.site_id = v.site_id"
                        + " and r.version = v.number and r.state = 'AGREED'))")
                .params(siteId, manifest)
                .query(Integer.class)
                .single();
        if (known == 0) {
            throw new Problem(
                            ProblemType.NOT_READY,
                            "Another person has to agree before this goes out, and nobody has agreed to exactly this state."
                                    + " Nothing was changed. Ask for a review.")
                    .with("needed", "REVIEW");
        }
    }
}
