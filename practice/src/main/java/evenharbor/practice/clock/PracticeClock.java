package evenharbor.practice.clock;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.concurrent.atomic.AtomicReference;

/** A clock that runs like another one, but can be moved ahead or back. Safe for use by several threads. */
public final class PracticeClock extends Clock {

    private final Clock real;
    private final AtomicReference<Duration> offset;

    /** A clock that shows the time of a real one until it is moved. */
    public PracticeClock(Clock real) {
        this(real, new AtomicReference<>(Duration.ZERO));
    }

    private PracticeClock(Clock real, AtomicReference<Duration> offset) {
        this.real = real;
        this.offset = offset;
    }

    /** How far it is from the real clock. */
    public Duration offset() {
        return offset.get();
    }

    /** Sets how far it is from the real clock. */
    public void setOffset(Duration by) {
        offset.set(by);
    }

    /** Makes it this time now; it runs on from there. */
    public void setTo(Instant time) {
        offset.set(Duration.between(real.instant(), time));
    }

    /** Shows the real time again. */
    public void reset() {
        offset.set(Duration.ZERO);
    }

    @Override
    public Instant instant() {
        return real.instant().plus(offset.get());
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return new PracticeClock(real.withZone(zone), offset);
    }
}
