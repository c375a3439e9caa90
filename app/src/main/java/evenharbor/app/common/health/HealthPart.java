package evenharbor.app.common.health;

import java.util.List;

/** A part of this process that works by itself and can say how it is. */
public interface HealthPart {

    /** What the part is called, such as "routes". */
    String name();

    /** What is not right with it just now; empty when all is well. */
    List<Trouble> troubles();
}
