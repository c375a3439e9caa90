package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import java.time.DateTimeException;
import java.time.ZoneId;

/** Names of time zones, as browsers and people give them. */
public final class TimeZoneName {

    private TimeZoneName() {}

    /** The time zone with a name such as Europe/Berlin; refused at the field {@code zone} when there is none. */
    public static ZoneId read(String name) {
        try {
            return ZoneId.of(name);
        } catch (DateTimeException e) {
            throw Problem.field("zone", "There is no such time zone. Use a name such as Europe/Berlin.");
        }
    }
}
