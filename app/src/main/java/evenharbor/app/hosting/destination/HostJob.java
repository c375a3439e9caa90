package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.host.HostFault;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.EnumSet;
import java.util.Set;

/** Work at a destination: it can be paused, stopped and taken up again, and goes on after a crash. */
@Entity
class HostJob {

    /** What is done. */
    enum Kind {
        /** See what is there. */
        LOOK,
        /** Make it hold a version. */
        PUBLISH,
        /** Read back all that we put there. */
        CHECK,
        /** Remove what we put there. */
        TAKE_DOWN
    }

    /** How far it is as a whole. */
    enum State {
        RUNNING,
        PAUSED,
        DONE,
        FAILED,
        STOPPED;

        /** Work that is not over yet. */
        static final Set<State> OPEN = EnumSet.of(RUNNING, PAUSED);
    }

    /** What is being done. */
    enum Step {
        BUILDING,
        CONNECTING,
        LOOKING,
        SENDING,
        READING,
        DONE
    }

    @Id
    String id;

    String destinationId;
    String siteId;

    @Enumerated(EnumType.STRING)
    Kind kind;

    @Enumerated(EnumType.STRING)
    State state;

    @Enumerated(EnumType.STRING)
    Step step;

    Integer version;
    String manifest;
    String wishes;
    int filesDone;
    int filesTotal;
    long bytesDone;
    long bytesTotal;
    double bytesPerSecond;
    String path;
    String result;

    @Enumerated(EnumType.STRING)
    HostFault fault;

    String problem;
    int tries;
    Instant againAt;
    String node;
    String startedBy;
    Instant startedAt;
    Instant beatAt;
    Instant finishedAt;
}
