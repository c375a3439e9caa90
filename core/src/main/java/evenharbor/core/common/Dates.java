package evenharbor.core.common;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Days as sentences tell them. */
public final class Dates {

    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH).withZone(ZoneOffset.UTC);

    private Dates() {}

    /** The day of an instant in UTC, such as "23 Feb 2027". */
    public static String day(Instant instant) {
        return DAY.format(instant);
    }
}
