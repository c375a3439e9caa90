package evenharbor.app.harbor.share;

import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.Location;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.Url;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/** An entry for people's calendars that leads to a page, as an iCalendar object (RFC 5545). */
final class EventFile {

    private EventFile() {}

    /** What takes place. @param place where; empty when it is not said */
    record Event(String title, Instant at, Duration lasts, String place, String url) {}

    /** The entry. @param stamp when it was made */
    static String of(Event event, Instant stamp) {
        VEvent entry = new VEvent(false);
        // The same page at the same time is the same entry, so that it is changed and not doubled when it is taken
        // again.
        entry.add(new Uid(event.at().getEpochSecond() + "-"
                + Integer.toHexString(event.url().hashCode()) + "@"
                + URI.create(event.url()).getHost()));
        entry.add(new DtStamp(stamp));
        entry.add(new DtStart<>(event.at()));
        entry.add(new DtEnd<>(event.at().plus(event.lasts())));
        entry.add(new Summary(event.title()));
        entry.add(new Description(event.url()));
        entry.add(new Url(URI.create(event.url())));
        if (!event.place().isEmpty()) {
            entry.add(new Location(event.place()));
        }
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Even Harbor//Events//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(entry);
        return calendar.toString();
    }
}
