package evenharbor.app.harbor.publish;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;

/** One publish: a job with steps, that can be carried out again after a crash. */
@Entity
class Publication {

    /** How far a publish is as a whole. */
    enum State {
        RUNNING,
        DONE,
        FAILED,
        STOPPED
    }

    /** What is being done. */
    enum Step {
        CHECKING,
        BUILDING,
        SWITCHING,
        LIVE
    }

    @Id
    String id;

    String siteId;

    @Enumerated(EnumType.STRING)
    State state;

    @Enumerated(EnumType.STRING)
    Step step;

    int done;
    int total;
    String manifest;
    String redirects = "";
    String sentAnyway;
    int heldBack;
    int changes;
    Integer version;
    String problem;
    String node;
    String startedBy;
    Instant startedAt;
    Instant finishedAt;
}
