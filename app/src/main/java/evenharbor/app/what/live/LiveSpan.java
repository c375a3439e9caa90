package evenharbor.app.what.live;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** From when to when which version was live. */
@Entity
class LiveSpan {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String siteId;
    int version;
    String build;
    Instant fromAt;
    Instant untilAt;
}
