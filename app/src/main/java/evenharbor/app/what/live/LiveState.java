package evenharbor.app.what.live;

import evenharbor.core.what.live.SiteLife;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** What visitors get of a site now: a {@link SiteLife} as a row. */
@Entity
class LiveState {
    @Id
    String siteId;

    boolean live;
    Integer version;
    String build;
    String redirects = "";
    boolean everywhereDown;
    String publishing;
    String closure;
    boolean deleted;
    long changedIn;

    SiteLife life() {
        return LiveRow.life(version, build, live, everywhereDown, publishing, redirects, closure, deleted);
    }

    void become(SiteLife life) {
        live = life.live();
        version = life.shown().map(SiteLife.Shown::version).orElse(null);
        build = life.shown().map(SiteLife.Shown::build).orElse(null);
        redirects = life.redirects();
        everywhereDown = life.everywhereDown();
        publishing = life.publishing().orElse(null);
        closure = life.closure().map(LifeJson::write).orElse(null);
        deleted = life.deleted();
    }

    Live toLive() {
        return new Live(siteId, life(), changedIn);
    }
}
