package evenharbor.app.what.live;

import evenharbor.core.what.live.SiteLife;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What visitors got of a site from an instant on. */
@Entity
class LifeRecord {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String siteId;
    Instant at;
    boolean live;
    Integer version;
    String build;
    String redirects = "";
    boolean everywhereDown;
    String closure;
    boolean deleted;

    static LifeRecord of(String siteId, SiteLife life, Instant at) {
        LifeRecord row = new LifeRecord();
        row.siteId = siteId;
        row.at = at;
        row.live = life.live();
        row.version = life.shown().map(SiteLife.Shown::version).orElse(null);
        row.build = life.shown().map(SiteLife.Shown::build).orElse(null);
        row.redirects = life.redirects();
        row.everywhereDown = life.everywhereDown();
        row.closure = life.closure().map(LifeJson::write).orElse(null);
        row.deleted = life.deleted();
        return row;
    }

    SiteLife life() {
        return LiveRow.life(version, build, live, everywhereDown, null, redirects, closure, deleted);
    }
}
