package evenharbor.app.when.plan;

import evenharbor.core.when.plan.Plan;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.time.LocalDateTime;

/** What was done of a plan: each step once. */
@Entity
@Table(name = "plan_step")
class StepRow {

    /** Which step of which plan. */
    @Embeddable
    record Key(
            String planId,
            LocalDateTime local,
            @Enumerated(EnumType.STRING) Plan.Phase phase) implements Serializable {}

    @EmbeddedId
    Key key;

    String siteId;
    Instant dueAt;
    Instant doneAt;
    boolean carried;
    String sentence;
}
