package evenharbor.core.where.address;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The picture of where a site is live: what visitors may be led to, and the ways that lead there.
 *
 * @param places what visitors are led to, with the ways there; one that a way to fails before those where all is well
 */
public record Chart(List<Place> places) {

    /** The id of this harbor as a place. */
    public static final String HARBOR = "harbor";

    /** The id of the draft as a place. */
    public static final String DRAFT = "draft";

    /** What a place is, in the order in which they stand. */
    public enum Kind {
        HARBOR,
        VERSION,
        DRAFT,
        HOST,
        ELSEWHERE
    }

    /**
     * What addresses lead to.
     *
     * @param id {@code harbor}, {@code draft}, {@code v3} for a version on trial, the destination's id for a host, the
     *     address's for elsewhere
     * @param kind what it is
     * @param title what it is called; a URL for elsewhere
     * @param version the version it holds, where it holds one
     * @param note how it stands, in a few words
     * @param ways what leads there; those that fail first
     */
    public record Place(String id, Kind kind, String title, OptionalInt version, String note, List<Way> ways) {

        private boolean fails() {
            return ways.stream().anyMatch(way -> way.state() == State.BROKEN);
        }
    }

    /** How a way is drawn. */
    public enum State {
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
     * A way that leads to a place.
     *
     * @param from id of the address; of the destination for a host
     * @param shown the address as people read it
     * @param state how it stands
     * @param until when waiting, by when it is there
     */
    public record Way(String from, String shown, State state, Optional<Instant> until) {}

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
        Map<String, Place> places = new LinkedHashMap<>();
        places.put(HARBOR, place(HARBOR, Kind.HARBOR, "This harbor", version, live ? "live" : "not live"));
        for (Stand stand : stands) {
            SiteAddress address = stand.address();
            places.computeIfAbsent(placeOf(address), id -> place(id, address, changes))
                    .ways()
                    .add(new Way(address.id(), address.words(), state(stand.state()), stand.until()));
        }
        for (HostStand host : hosts) {
            Way way = new Way(host.id(), host.seen(), state(host.standing()), Optional.empty());
            places.put(
                    host.id(),
                    new Place(host.id(), Kind.HOST, host.host(), host.currentVersion(), note(host), List.of(way)));
        }
        return new Chart(places.values().stream()
                .map(Chart::failingFirst)
                .sorted(Comparator.comparing((Place place) -> !place.fails()).thenComparing(Place::kind))
                .toList());
    }

    /** The id of the place that an address leads to. */
    private static String placeOf(SiteAddress address) {
        return switch (address.role()) {
            case MAIN, ALIAS, FORWARDING -> HARBOR;
            case POINTER -> address.id();
            case TRIAL ->
                address.trialVersion().isPresent()
                        ? "v" + address.trialVersion().getAsInt()
                        : DRAFT;
        };
    }

    /** The place that a pointer or a trial leads to. */
    private static Place place(String id, SiteAddress address, int changes) {
        OptionalInt tried = address.trialVersion();
        if (address.role() == Role.POINTER) {
            return place(id, Kind.ELSEWHERE, address.pointsTo().orElse(""), OptionalInt.empty(), "elsewhere");
        }
        return tried.isPresent()
                ? place(id, Kind.VERSION, "Version " + tried.getAsInt(), tried, "on trial")
                : place(id, Kind.DRAFT, "The draft", tried, changes(changes));
    }

    private static Place place(String id, Kind kind, String title, OptionalInt version, String note) {
        return new Place(id, kind, title, version, note, new ArrayList<>());
    }

    private static Place failingFirst(Place place) {
        return new Place(
                place.id(),
                place.kind(),
                place.title(),
                place.version(),
                place.note(),
                place.ways().stream()
                        .sorted(Comparator.comparing((Way way) -> way.state() != State.BROKEN))
                        .toList());
    }

    private static String changes(int changes) {
        return changes == 0 ? "no changes" : changes == 1 ? "1 change" : changes + " changes";
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
            return changes(host.behind()) + " behind";
        }
        return switch (host.differingPaths()) {
            case 0 -> "up to date";
            case 1 -> "but for 1 file";
            default -> "but for " + host.differingPaths() + " files";
        };
    }

    private static State state(HostStanding standing) {
        return switch (standing) {
            case WHOLE -> State.PROVEN;
            case UNDER_WAY -> State.WAITING;
            case BROKEN -> State.BROKEN;
            case EMPTY -> State.OPEN;
        };
    }

    private static State state(Ladder.State state) {
        return switch (state) {
            case OK -> State.PROVEN;
            case WAITING -> State.WAITING;
            case FAILED -> State.BROKEN;
            case NOT_YET -> State.OPEN;
        };
    }
}
