package evenharbor.app.harbor.publish;

import evenharbor.core.harbor.publish.PublicationLife;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.OptionalInt;

/** One publish: a {@link PublicationLife} as a row, that can be carried out again after a crash. */
@Entity
class Publication {

    @Id
    String id;

    String siteId;

    @Enumerated(EnumType.STRING)
    PublicationLife.State state;

    @Enumerated(EnumType.STRING)
    PublicationLife.Step step;

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

    PublicationLife life() {
        return new PublicationLife(
                state, step, done, total, version == null ? OptionalInt.empty() : OptionalInt.of(version), problem);
    }

    /** Takes the next life on. @return whether it is another than before */
    boolean become(PublicationLife life, Instant now) {
        if (life.equals(life())) {
            return false;
        }
        state = life.state();
        step = life.step();
        done = life.done();
        total = life.total();
        version = life.version().isPresent() ? life.version().getAsInt() : null;
        problem = life.problem();
        if (life.state() != PublicationLife.State.RUNNING) {
            finishedAt = now;
        }
        return true;
    }
}
