package evenharbor.core.address;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * The picture of where a site is live: visitors meet addresses, each leads to a destination, which holds a version; the
 * draft waits behind.
 *
 * @param marks what stands in it, by column
 * @param lines what leads where
 */
public record Chart(List<Mark> marks, List<Line> lines) {

    /** The id of this harbor as a destination. */
    public static final String HARBOR = "harbor";

    /** The id of the draft. */
    public static final String DRAFT = "draft";

    /** The columns, from where visitors come to where the work is. */
    public enum Column {
        ADDRESS,
        DESTINATION,
        VERSION,
        DRAFT
    }

    /**
     * One thing in the picture.
     *
     * @param id what it is found by: an address's id, {@code harbor}, {@code to ID} for a pointer's target, {@code v3}
     * @param column where it stands
     * @param title what it is called
     * @param note what is to be said of it, in a few words
     */
    public record Mark(String id, Column column, String title, String note) {}

    /** How a way is drawn. */
    public enum Way {
        /** A check proved it. */
        PROVEN,
        /** It will be so, by a time. */
        WAITING,
        /** It fails. */
        BROKEN,
        /** Nobody has gone that way yet. */
        OPEN
    }

    /**
     * A way from one mark to another.
     *
     * @param from id of the mark nearer to visitors
     * @param to id of the other
     * @param way how it stands
     * @param until when waiting, by when it is there
     */
    public record Line(String from, String to, Way way, Optional<Instant> until) {}

    /**
     * An address with how it stands.
     *
     * @param address the address
     * @param state how its ladder stands as a whole
     * @param until when waiting, by when it is done
     */
    public record Stand(SiteAddress address, Ladder.State state, Optional<Instant> until) {}

    /**
     * The picture.
     *
     * @param stands the site's addresses
     * @param live whether visitors get pages
     * @param version the version they get, or would get
     * @param changes how many changes wait in the draft
     */
    public static Chart of(List<Stand> stands, boolean live, OptionalInt version, int changes) {
        List<Mark> marks = new ArrayList<>();
        List<Line> lines = new ArrayList<>();
        Set<Integer> tried = new LinkedHashSet<>();
        boolean draftTried = false;
        for (Stand stand : stands) {
            SiteAddress address = stand.address();
            marks.add(new Mark(
                    address.id(),
                    Column.ADDRESS,
                    address.words(),
                    address.role().name().toLowerCase(Locale.ROOT)));
            String to = address.role() == Role.POINTER ? "to " + address.id() : HARBOR;
            lines.add(new Line(address.id(), to, way(stand.state()), stand.until()));
            if (address.role() == Role.TRIAL) {
                address.trialVersion().ifPresent(tried::add);
                draftTried |= address.trialVersion().isEmpty();
            }
        }
        marks.add(new Mark(HARBOR, Column.DESTINATION, "This harbor", live ? "live" : "not live"));
        stands.stream()
                .filter(s -> s.address().role() == Role.POINTER)
                .forEach(s -> marks.add(new Mark(
                        "to " + s.address().id(),
                        Column.DESTINATION,
                        s.address().pointsTo().orElse(""),
                        "elsewhere")));
        version.ifPresent(number -> {
            marks.add(new Mark("v" + number, Column.VERSION, "Version " + number, live ? "live" : "was live"));
            lines.add(new Line(HARBOR, "v" + number, live ? Way.PROVEN : Way.OPEN, Optional.empty()));
        });
        for (int number : tried) {
            if (version.isEmpty() || version.getAsInt() != number) {
                marks.add(new Mark("v" + number, Column.VERSION, "Version " + number, "on trial"));
                lines.add(new Line(HARBOR, "v" + number, Way.PROVEN, Optional.empty()));
            }
        }
        marks.add(new Mark(
                DRAFT,
                Column.DRAFT,
                "Draft",
                changes == 0 ? "no changes" : changes == 1 ? "1 change" : changes + " changes"));
        if (draftTried) {
            lines.add(new Line(HARBOR, DRAFT, Way.PROVEN, Optional.empty()));
        }
        version.ifPresent(number -> lines.add(new Line("v" + number, DRAFT, Way.OPEN, Optional.empty())));
        return new Chart(List.copyOf(marks), List.copyOf(lines));
    }

    private static Way way(Ladder.State state) {
        return switch (state) {
            case OK -> Way.PROVEN;
            case WAITING -> Way.WAITING;
            case FAILED -> Way.BROKEN;
            case NOT_YET -> Way.OPEN;
        };
    }
}
