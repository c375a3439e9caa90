package evenharbor.core.harbor.outcome;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.VisitorRequest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * What visitors will notice of a change: what they asked for of late, decided again as it would be after it.
 *
 * @param lines what comes out otherwise, most visited first
 * @param counts how much comes out in which way, what comes out as now among it
 */
public record OutcomeDifference(List<Line> lines, Map<Kind, Count> counts) {

    /** In which way a visit comes out. */
    public enum Kind {
        /** Where there was a page, nothing is found (404), or the way goes round in a ring. */
        MISSING,
        /** Where there was a page, it is told to be gone on purpose (410). */
        GONE,
        /** No site answers at the host name any more. */
        NOT_LIVE,
        /** A notice comes in place of the page, for now. */
        CLOSED,
        /** Visitors are asked first whether they may come in. */
        ASKED,
        /** A page, without being asked first as now. */
        OPENED,
        /** Another page comes than before, here or elsewhere, because visitors are sent on. */
        REDIRECTED,
        /** A page comes where none came before. */
        FOUND,
        /** At the same address other content comes. */
        CHANGED,
        /** As now; or no page, as now. */
        SAME
    }

    /** So many paths, which so many visits asked for. */
    public record Count(int paths, long visits) {
        private static final Count NONE = new Count(0, 0);

        private Count plus(long more) {
            return new Count(paths + 1, visits + more);
        }
    }

    /** A request that comes out otherwise. */
    public record Line(Recorded asked, Kind kind, Outcome before, Outcome after) {}

    /**
     * Decides requests again.
     *
     * @param before the routes in force
     * @param after the routes as they would be
     * @param beforeSecond the time at which the routes in force decide, in seconds since 1970
     * @param afterSecond the time at which the others do
     */
    public static OutcomeDifference of(
            List<Recorded> asked, Routes before, Routes after, long beforeSecond, long afterSecond) {
        List<Line> lines = new ArrayList<>();
        Map<Kind, Count> counts = new EnumMap<>(Kind.class);
        for (Recorded request : asked) {
            Outcome now = Outcome.of(before, new VisitorRequest(request.host(), request.path(), "", beforeSecond));
            Outcome then = Outcome.of(after, new VisitorRequest(request.host(), request.path(), "", afterSecond));
            Kind kind = kind(request, now, then);
            counts.put(kind, counts.getOrDefault(kind, Count.NONE).plus(request.visits()));
            if (kind != Kind.SAME) {
                lines.add(new Line(request, kind, now, then));
            }
        }
        lines.sort(Comparator.comparingLong((Line line) -> -line.asked().visits())
                .thenComparing(line -> line.asked().host())
                .thenComparing(line -> line.asked().path()));
        return new OutcomeDifference(List.copyOf(lines), Map.copyOf(counts));
    }

    /** How much comes out in a way. */
    public Count count(Kind kind) {
        return counts.getOrDefault(kind, Count.NONE);
    }

    private static Kind kind(Recorded asked, Outcome now, Outcome then) {
        if (now.equals(then) || !now.reaches() && !then.reaches()) {
            return Kind.SAME;
        }
        return switch (then.end()) {
            case GONE -> Kind.GONE;
            case CLOSED -> Kind.CLOSED;
            case NOTHING_HERE -> Kind.NOT_LIVE;
            // Who is asked is taken to be let in: what lies behind is what comes.
            case MISSING, LOOP, ASKED -> Kind.MISSING;
            case PAGE, OUTSIDE -> {
                if (then.asked() && !now.asked()) {
                    yield Kind.ASKED;
                }
                if (now.asked() && !then.asked()) {
                    yield Kind.OPENED;
                }
                if (!now.reaches()) {
                    yield Kind.FOUND;
                }
                boolean same = now.end() == then.end() && now.place().equals(then.place());
                if (same && now.content().equals(then.content())) {
                    yield Kind.SAME;
                }
                yield same || then.place().equals(asked.path()) ? Kind.CHANGED : Kind.REDIRECTED;
            }
        };
    }
}
