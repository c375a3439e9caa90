package evenharbor.app.what.live;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.Optional;

/** What visitors get of a site now. */
@Entity
class LiveState {
    @Id
    String siteId;

    boolean live;
    Integer version;
    String build;
    String redirects = "";
    long changedIn;

    Live toLive() {
        return new Live(siteId, live, Optional.ofNullable(version), Optional.ofNullable(build), redirects, changedIn);
    }
}
