package evenharbor.bench;

import java.util.Locale;

/**
 * One measured figure beside its limit.
 *
 * @param what what was measured
 * @param measured the figure
 * @param limit what it is held against
 * @param atLeast whether the figure must reach the limit rather than stay under it
 * @param unit what both are counted in
 * @param detail where the figure comes from
 */
public record Row(String what, double measured, double limit, boolean atLeast, String unit, String detail) {

    public static Row atMost(String what, double measured, double limit, String unit, String detail) {
        return new Row(what, measured, limit, false, unit, detail);
    }

    public static Row atLeast(String what, double measured, double limit, String unit, String detail) {
        return new Row(what, measured, limit, true, unit, detail);
    }

    public boolean kept() {
        return atLeast ? measured >= limit : measured <= limit;
    }

    @Override
    public String toString() {
        return String.format(
                Locale.ROOT,
                "%-52s %9.2f %-6s %s %8.2f  %-6s  %s",
                what,
                measured,
                unit,
                atLeast ? ">=" : "<=",
                limit,
                kept() ? "kept" : "MISSED",
                detail);
    }
}
