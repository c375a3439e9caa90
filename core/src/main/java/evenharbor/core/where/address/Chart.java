package evenharbor.core.where.address;

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
     * @param id what it is found by: an address's id, {@code harbor}, {@code to ID} for a pointer's target, {@code v3},
     *     {@code host ID} for a destination on a host and {@code seen ID} for where that is seen
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
     * A destination on a host with how it stands.
     *
     * @param id its id
     * @param seen where it is seen
     * @param host what the host is called
     * @param standing how it stands
     * @param currentVersion the version that is there
     * @param differingPaths at how many paths something else was seen there than the version has
     * @param behind how many changes of the draft are not there; 0 when none is there
     */
    public record HostStand(
            String id,
            String seen,
            String host,
            HostStanding standing,
            OptionalInt currentVersion,
            int differingPaths,
            int behind) {}

    /** How a destination on a host stands. */
    public enum HostStanding {
        /** Nothing of ours is there. */
        EMPTY,
        /** A version is on its way. */
        UNDER_WAY,
        /** A version is there, and was found there as it was sent. */
        WHOLE,
        /** Work broke off, and waits to be gone on with. */
        BROKEN
    }

    /**
     * The picture.
     *
     * @param stands the site's addresses
     * @param hosts its destinations on hosts
     * @param live whether visitors get pages
     * @param version the version they get, or would get
     * @param changes how many changes wait in the draft
     */
    public static Chart of(List<Stand> stands, List<HostStand> hosts, boolean live, OptionalInt version, int changes) {
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
        hosts.forEach(host -> add(host, marks, lines));
        return new Chart(List.copyOf(marks), List.copyOf(lines));
    }

    private static void add(HostStand host, List<Mark> marks, List<Line> lines) {
        String seen = "seen " + host.id();
        String at = "host " + host.id();
        marks.add(new Mark(seen, Column.ADDRESS, host.seen(), host.host()));
        marks.add(new Mark(at, Column.DESTINATION, host.host(), note(host)));
        lines.add(new Line(seen, at, way(host.standing()), Optional.empty()));
        host.currentVersion().ifPresent(number -> {
            String version = "v" + number;
            if (marks.stream().noneMatch(mark -> mark.id().equals(version))) {
                marks.add(new Mark(version, Column.VERSION, "Version " + number, "sent"));
                lines.add(new Line(version, DRAFT, Way.OPEN, Optional.empty()));
            }
            lines.add(new Line(at, version, way(host.standing()), Optional.empty()));
        });
    }

    private static String note(HostStand host) {
        return switch (host.standing()) {
            case EMPTY -> "nothing there";
            case UNDER_WAY -> "under way";
            case BROKEN -> "broke off";
            case WHOLE -> whole(host);
        };
    }

    private static String whole(HostStand host) {
        if (host.behind() > 0) {
            return host.behind() == 1 ? "1 change behind" : host.behind() + " changes behind";
        }
        return switch (host.differingPaths()) {
            case 0 -> "up to date";
            case 1 -> "but for 1 file";
            default -> "but for " + host.differingPaths() + " files";
        };
    }

    private static Way way(HostStanding standing) {
        return switch (standing) {
            case WHOLE -> Way.PROVEN;
            case UNDER_WAY -> Way.WAITING;
            case BROKEN -> Way.BROKEN;
            case EMPTY -> Way.OPEN;
        };
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
