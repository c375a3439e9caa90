package evenharbor.app.when.plan;

import evenharbor.app.what.live.LifeJson;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Standing;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDateTime;

/** Something that stands for a while: a {@link Course.While} as a row. */
@Entity
@Table(name = "plan_while")
class WhileRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String planId;
    String siteId;
    LocalDateTime local;

    @Enumerated(EnumType.STRING)
    PlannedAction.Facet facet;

    String beforeLife;
    String afterLife;
    String publicationId;

    static WhileRow of(String siteId, Course.While one, String publicationId) {
        WhileRow row = new WhileRow();
        row.planId = one.planId();
        row.siteId = siteId;
        row.local = one.local();
        row.facet = one.facet();
        row.beforeLife = LifeJson.write(one.before());
        row.afterLife = LifeJson.write(one.after());
        row.publicationId = publicationId;
        return row;
    }

    /** Whether it is the row of this. */
    boolean of(Course.While one) {
        return planId.equals(one.planId()) && local.equals(one.local()) && facet == one.facet();
    }

    void become(Course.While one) {
        beforeLife = LifeJson.write(one.before());
        afterLife = LifeJson.write(one.after());
    }

    Course.While one() {
        return new Course.While(
                planId,
                local,
                facet,
                LifeJson.read(beforeLife, Standing.class),
                LifeJson.read(afterLife, Standing.class));
    }
}
