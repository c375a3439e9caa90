package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * The promise that browsers are asked for at a host name, and the promises that they may still hold from before.
 *
 * @param step how long it is
 * @param subdomains whether it is for all names below, too
 * @param since since when it is so
 * @param owedUntil until when some browser may hold a longer promise made before; HTTPS must work until then
 */
public record Hsts(HstsStep step, boolean subdomains, Instant since, Instant owedUntil) {

    /** No promise was ever asked for. */
    public static final Hsts NEVER = new Hsts(HstsStep.NONE, false, Instant.EPOCH, Instant.EPOCH);

    /** What stands in the field {@code Strict-Transport-Security}; empty when it is not sent. */
    public String field(Instant now) {
        if (step == HstsStep.NONE) {
            // Browsers that hold an older promise have to be told that it is over.
            return now.isBefore(owedUntil) ? "max-age=0" : "";
        }
        return "max-age=" + step.age().toSeconds() + (subdomains ? "; includeSubDomains" : "");
    }

    /** From when the next step may be taken. */
    public Instant heldFrom() {
        return step.heldAt(since);
    }

    /** Why a change cannot be made now; empty when it can. */
    public Optional<String> hindrance(HstsStep wanted, boolean withSubdomains, Instant now) {
        if (wanted.compareTo(step) > 0) {
            if (step.higher().filter(wanted::equals).isEmpty()) {
                return Optional.of("Steps are taken one after another. The next is: "
                        + step.higher().orElseThrow().words() + ".");
            }
            if (now.isBefore(step.heldAt(since))) {
                return Optional.of("The step before has to have held for as long as it lasts first.");
            }
        }
        if (withSubdomains && !subdomains) {
            if (wanted.compareTo(HstsStep.WEEK) < 0) {
                return Optional.of("Names below are taken in from a week on.");
            }
            if (wanted != step || now.isBefore(step.heldAt(since))) {
                return Optional.of("Names below are taken in once the promise for this name has held.");
            }
        }
        if (subdomains && withSubdomains && wanted == HstsStep.NONE) {
            return Optional.of("There is nothing to promise for names below without a promise for this one.");
        }
        return Optional.empty();
    }

    /** The promise after a change. */
    public Hsts changed(HstsStep wanted, boolean withSubdomains, Instant now) {
        Instant owed = owed(now);
        return new Hsts(wanted, withSubdomains && wanted != HstsStep.NONE, now, owed);
    }

    /** Until when a browser that was here a moment ago may insist on HTTPS. */
    public Instant owed(Instant now) {
        Duration age = step.age();
        Instant fresh = age.isZero() ? Instant.EPOCH : now.plus(age);
        return fresh.isAfter(owedUntil) ? fresh : owedUntil;
    }

    /** Whether HTTPS can be switched off without shutting out browsers that hold a promise. */
    public boolean free(Instant now) {
        return step == HstsStep.NONE && !now.isBefore(owedUntil);
    }
}
