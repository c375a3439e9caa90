package evenharbor.app.where.redirect;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The redirects of a site as they are worked on. */
@Entity
@Table(name = "redirect_set")
class RedirectSetEntity {
    @Id
    String siteId;

    String rules;
    String beforeRules;
    String what;
    long revision;
    String changedBy;
    Instant changedAt;

    RedirectSet toSet() {
        return new RedirectSet(siteId, rules, revision, what, changedBy, changedAt, beforeRules != null);
    }
}
