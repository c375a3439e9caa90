package evenharbor.app.when.plan;

import evenharbor.app.what.live.LifeJson;
import evenharbor.core.what.live.Closing;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;

/** A planned change: a {@link Plan} as a row. */
@Entity
@Table(name = "plan")
class PlanEntity {

    /** What a plan can do. */
    enum Kind {
        PUBLISH_DRAFT,
        GO_LIVE,
        PUT_LIVE,
        TAKE_DOWN,
        CLOSE,
        REOPEN,
        APPLY_REDIRECTS,
        SWITCH_MAIN,
        SEND_TO
    }

    @Id
    String id;

    String siteId;

    @Enumerated(EnumType.STRING)
    Kind kind;

    @Column(name = "version")
    Integer number;

    boolean redirects;
    boolean everywhere;
    String closing;
    String addressId;
    String destinationId;
    LocalDateTime starts;
    LocalDateTime ends;
    String zone;
    boolean secondTime;

    @Enumerated(EnumType.STRING)
    Repeat.Every every;

    int everyCount;
    LocalDate lastDay;
    LocalDateTime doneLocal;

    @Enumerated(EnumType.STRING)
    Plan.Phase donePhase;

    boolean doneCarried;
    boolean calledOff;
    Instant nextAt;
    String createdBy;
    Instant createdAt;

    @Version
    long revision;

    PlannedAction action() {
        return switch (kind) {
            case PUBLISH_DRAFT -> new PlannedAction.PublishDraft();
            case GO_LIVE -> new PlannedAction.GoLive(number, redirects);
            case PUT_LIVE -> new PlannedAction.PutLive();
            case TAKE_DOWN -> new PlannedAction.TakeDown(everywhere);
            case CLOSE -> new PlannedAction.Close(LifeJson.read(closing, Closing.class));
            case REOPEN -> new PlannedAction.Reopen();
            case APPLY_REDIRECTS -> new PlannedAction.ApplyRedirects();
            case SWITCH_MAIN -> new PlannedAction.SwitchMain(addressId);
            case SEND_TO -> new PlannedAction.SendTo(destinationId);
        };
    }

    Schedule schedule() {
        return new Schedule(
                starts,
                Optional.ofNullable(ends),
                ZoneId.of(zone),
                secondTime,
                Optional.ofNullable(every).map(e -> new Repeat(e, everyCount, Optional.ofNullable(lastDay))));
    }

    Plan plan() {
        return new Plan(
                id,
                action(),
                schedule(),
                Optional.ofNullable(doneLocal).map(local -> new Plan.Done(local, donePhase, doneCarried)),
                calledOff);
    }

    void become(Schedule schedule) {
        starts = schedule.starts();
        ends = schedule.ends().orElse(null);
        zone = schedule.zone().getId();
        secondTime = schedule.second();
        every = schedule.repeat().map(Repeat::every).orElse(null);
        everyCount = schedule.repeat().map(Repeat::interval).orElse(0);
        lastDay = schedule.repeat().flatMap(Repeat::last).orElse(null);
    }

    void become(Plan plan) {
        doneLocal = plan.last().map(Plan.Done::local).orElse(null);
        donePhase = plan.last().map(Plan.Done::phase).orElse(null);
        doneCarried = plan.last().map(Plan.Done::carried).orElse(false);
        calledOff = plan.calledOff();
        nextAt = plan.nextAt().orElse(null);
    }
}
