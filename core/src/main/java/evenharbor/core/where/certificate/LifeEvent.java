package evenharbor.core.where.certificate;

import java.time.Instant;

/** What happens to a certificate. */
public sealed interface LifeEvent {

    /** Its person wants the address to be secure. */
    record TurnedOn() implements LifeEvent {}

    /** Its person no longer wants it. */
    record TurnedOff() implements LifeEvent {}

    /**
     * An order was placed at the authority.
     *
     * @param order where it is
     */
    record Ordered(String order) implements LifeEvent {}

    /** The order is still under way. */
    record StillOrdered() implements LifeEvent {}

    /** A certificate came of the order. */
    record Issued(Holding holding) implements LifeEvent {}

    /** Nothing came of the attempt. */
    record Refused(Hindrance hindrance) implements LifeEvent {}

    /**
     * The authority advises when to renew (RFC 9773).
     *
     * @param from from when
     * @param until until when
     * @param askAgain when to ask for advice again
     */
    record Advised(Instant from, Instant until, Instant askAgain) implements LifeEvent {}

    /**
     * The authority has no advice to give for the moment.
     *
     * @param askAgain when to ask again
     */
    record NotAdvised(Instant askAgain) implements LifeEvent {}

    /** A certificate was brought from elsewhere. */
    record Brought(Holding holding) implements LifeEvent {}

    /** Something that was in the way may have changed: records, or what visitors get. */
    record Mended() implements LifeEvent {}
}
