package evenharbor.core.where.domain;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * The life of a domain in one account, registered here or brought from elsewhere: an unchangeable value; each event makes
 * the next one. What comes late for a stage that is over changes nothing.
 *
 * @param stage how far it is
 * @param since when the stage began
 * @param expiresAt until when it is registered, or was, for one registered here
 * @param autoRenew whether it is renewed by itself
 * @param missingSince since when its proof is not seen any more
 * @param toldDays the last notice that its person got of the end to come, in days before it; 0 for none
 * @param failures how many attempts in a row came to nothing
 * @param trouble what went wrong last, in a sentence; empty when nothing did
 * @param next when something is due
 */
public record DomainLife(
        Stage stage,
        Instant since,
        Optional<Instant> expiresAt,
        boolean autoRenew,
        Optional<Instant> missingSince,
        int toldDays,
        int failures,
        String trouble,
        Optional<Instant> next) {

    /** For how long a registration may be under way before the registry is asked what became of it. */
    public static final Duration REGISTRATION_LEASE = Duration.ofMinutes(1);

    /** How long a verified domain is kept while its proof is not seen. */
    public static final Duration VERIFICATION_GRACE = Duration.ofDays(14);

    /** How long the proof of one that was brought is looked for. */
    public static final Duration CLAIM_PATIENCE = Duration.ofDays(90);

    private static final Duration VERIFIED_FOR = Duration.ofDays(1);
    private static final Duration AGAIN = Duration.ofHours(1);
    private static final Duration[] RELEASE_PAUSES = {
        Duration.ofSeconds(10), Duration.ofMinutes(1), Duration.ofMinutes(5), Duration.ofMinutes(15), AGAIN
    };
    private static final int[] NOTICE_DAYS = {1, 7, 30};

    /** How far it is. */
    public enum Stage {
        SEARCHED,
        REGISTERING,
        HELD,
        ENDED,
        GIVEN_UP,
        BROUGHT,
        VERIFIED,
        LOST
    }

    /** How it stands. */
    public enum State {
        /** Nobody's here: known by name only. */
        SEARCHED,
        /** The registry has been asked and has not answered yet. */
        REGISTERING,
        /** Registered here. */
        HELD,
        /** Registered here, and about to be renewed, or to end. */
        RENEWAL_DUE,
        /** Its registration has ended. */
        ENDED,
        /** Its person let it go, and the registry has not confirmed it yet. */
        GIVEN_UP,
        /** Registered elsewhere; it waits for its proof. */
        BROUGHT,
        /** Registered elsewhere, and proven. */
        VERIFIED,
        /** Its proof is no longer seen: it is lost unless it comes back. */
        VERIFICATION_DUE,
        /** No longer certain to be theirs. */
        LOST
    }

    /** What is due. */
    public enum Action {
        NOTHING,
        /** Ask the registry what became of the registration. */
        FIND,
        /** Renew it. */
        RENEW,
        /** Ask the registry whether it is over, as the calendar says. */
        CONFIRM_END,
        /** Ask the registry to delete it. */
        RELEASE,
        /** Look for its proof. */
        VERIFY
    }

    /** A name that someone looked for. */
    public static DomainLife searched(Instant now) {
        return new DomainLife(
                Stage.SEARCHED, now, Optional.empty(), true, Optional.empty(), 0, 0, "", Optional.empty());
    }

    /** How it stands. */
    public State state(Instant now) {
        return switch (stage) {
            case HELD -> renewalDue(now) ? State.RENEWAL_DUE : State.HELD;
            case VERIFIED -> missingSince.isPresent() ? State.VERIFICATION_DUE : State.VERIFIED;
            default -> State.valueOf(stage.name());
        };
    }

    private boolean renewalDue(Instant now) {
        return term().filter(t -> t.due(now) != Term.Due.NOTHING || t.endsSoon(now))
                .isPresent();
    }

    /** Whether it is certain that it is theirs, so that its addresses are served. */
    public boolean certain() {
        return stage == Stage.HELD || stage == Stage.GIVEN_UP || stage == Stage.VERIFIED;
    }

    /** Whether nobody else here may have it: certain, or about to be. */
    public boolean reserved() {
        return certain() || stage == Stage.REGISTERING;
    }

    /** Whether it is, or was, registered through this harbor. */
    public boolean registeredHere() {
        return switch (stage) {
            case REGISTERING, HELD, ENDED, GIVEN_UP -> true;
            case SEARCHED, BROUGHT, VERIFIED, LOST -> false;
        };
    }

    /** How long it is registered for, for one registered here. */
    public Optional<Term> term() {
        return expiresAt.map(end -> new Term(end, autoRenew));
    }

    /** What is due now. */
    public Action due(Instant now) {
        if (next.isEmpty() || now.isBefore(next.get())) {
            return Action.NOTHING;
        }
        return switch (stage) {
            case SEARCHED, ENDED, LOST -> Action.NOTHING;
            case REGISTERING -> Action.FIND;
            case GIVEN_UP -> Action.RELEASE;
            case BROUGHT, VERIFIED -> Action.VERIFY;
            case HELD ->
                switch (term().orElseThrow().due(now)) {
                    case RENEW -> Action.RENEW;
                    case END -> Action.CONFIRM_END;
                    case NOTHING -> Action.NOTHING;
                };
        };
    }

    /**
     * The notice that its person is due, in days before the end: the least of 1, 7 and 30 that is reached and was not
     * given, while it will not be renewed, could not be so far, or its proof is missing.
     */
    public OptionalInt notice(Instant now) {
        Optional<Instant> end = endsUnlessSomethingIsDone(now);
        return end.isEmpty()
                ? OptionalInt.empty()
                : IntStream.of(NOTICE_DAYS)
                        .filter(days -> Duration.between(now, end.get()).compareTo(Duration.ofDays(days)) <= 0)
                        .limit(1)
                        .filter(days -> toldDays == 0 || days < toldDays)
                        .findFirst();
    }

    /** When it is over unless its person does something; empty while nothing need be done. */
    public Optional<Instant> endsUnlessSomethingIsDone(Instant now) {
        return switch (state(now)) {
            case HELD, RENEWAL_DUE -> expiresAt.filter(end -> !autoRenew || failures > 0);
            case VERIFICATION_DUE -> missingSince.map(at -> at.plus(VERIFICATION_GRACE));
            default -> Optional.empty();
        };
    }

    /** The life after an event. */
    public DomainLife on(DomainEvent event, Instant now) {
        return switch (stage) {
            case SEARCHED, ENDED, LOST -> ofNobody(event, now);
            case REGISTERING -> registering(event, now);
            case HELD -> held(event, now);
            case GIVEN_UP -> givenUp(event, now);
            case BROUGHT -> brought(event, now);
            case VERIFIED -> verified(event, now);
        };
    }

    private DomainLife ofNobody(DomainEvent event, Instant now) {
        if (event instanceof DomainEvent.RegistrationAsked) {
            return asked(now);
        }
        if (event instanceof DomainEvent.Brought) {
            return begun(Stage.BROUGHT, Optional.empty(), false, now, Optional.of(now));
        }
        if (event instanceof DomainEvent.Registered registered && stage == Stage.ENDED) {
            return heldUntil(registered.expiresAt(), true, now, now);
        }
        if (event instanceof DomainEvent.ProofSeen && stage == Stage.LOST) {
            return begun(Stage.VERIFIED, Optional.empty(), false, now, Optional.of(now.plus(VERIFIED_FOR)));
        }
        return event instanceof DomainEvent.GivenUp ? searched(now) : this;
    }

    private DomainLife asked(Instant now) {
        return begun(Stage.REGISTERING, expiresAt, true, now, Optional.of(now.plus(REGISTRATION_LEASE)));
    }

    private DomainLife registering(DomainEvent event, Instant now) {
        if (event instanceof DomainEvent.Registered registered) {
            return heldUntil(registered.expiresAt(), true, now, now);
        }
        if (event instanceof DomainEvent.NotOurs) {
            // A registration that ended before and is not had again has still ended.
            return expiresAt.isPresent() ? ended(now) : searched(now);
        }
        return event instanceof DomainEvent.Failed failed
                ? troubled(failed.sentence(), now.plus(REGISTRATION_LEASE))
                : this;
    }

    private DomainLife held(DomainEvent event, Instant now) {
        Term term = term().orElseThrow();
        if (event instanceof DomainEvent.Registered renewed) {
            if (renewed.expiresAt().isAfter(term.end())) {
                return heldUntil(renewed.expiresAt(), autoRenew, since, now);
            }
            // A registry keeps what has ended for a while; for its visitors it is over all the same.
            return term.due(now) == Term.Due.END ? ended(now) : looked(now);
        }
        if (event instanceof DomainEvent.NotOurs) {
            return ended(now);
        }
        if (event instanceof DomainEvent.Failed failed) {
            return troubled(failed.sentence(), now.plus(AGAIN));
        }
        if (event instanceof DomainEvent.RenewalSet set) {
            return new DomainLife(stage, since, expiresAt, set.on(), missingSince, toldDays, 0, "", Optional.of(now));
        }
        if (event instanceof DomainEvent.GivenUp) {
            return begun(Stage.GIVEN_UP, expiresAt, autoRenew, now, Optional.of(now));
        }
        if (event instanceof DomainEvent.Looked) {
            return looked(now);
        }
        return event instanceof DomainEvent.Told told ? told(told.days()) : this;
    }

    private DomainLife givenUp(DomainEvent event, Instant now) {
        if (event instanceof DomainEvent.NotOurs) {
            return searched(now);
        }
        if (event instanceof DomainEvent.Kept kept) {
            return new DomainLife(
                    Stage.HELD, now, expiresAt, autoRenew, missingSince, 0, 0, kept.sentence(), Optional.of(now));
        }
        return event instanceof DomainEvent.Failed failed
                ? troubled(failed.sentence(), now.plus(RELEASE_PAUSES[Math.min(failures, RELEASE_PAUSES.length - 1)]))
                : this;
    }

    private DomainLife brought(DomainEvent event, Instant now) {
        if (event instanceof DomainEvent.ProofSeen) {
            return begun(Stage.VERIFIED, Optional.empty(), false, now, Optional.of(now.plus(VERIFIED_FOR)));
        }
        if (event instanceof DomainEvent.TakenOver) {
            return lost(now);
        }
        if (event instanceof DomainEvent.RegistrationAsked) {
            return asked(now);
        }
        Duration age = Duration.between(since, now);
        if (event instanceof DomainEvent.ProofMissing && age.compareTo(CLAIM_PATIENCE) >= 0) {
            return lost(now);
        }
        if (event instanceof DomainEvent.ProofMissing || event instanceof DomainEvent.ProofUnknown) {
            return dueAt(now.plus(Proof.nextLook(age)));
        }
        return event instanceof DomainEvent.GivenUp ? searched(now) : this;
    }

    private DomainLife verified(DomainEvent event, Instant now) {
        if (event instanceof DomainEvent.ProofSeen) {
            return begun(Stage.VERIFIED, Optional.empty(), false, since, Optional.of(now.plus(VERIFIED_FOR)));
        }
        if (event instanceof DomainEvent.ProofMissing) {
            Instant first = missingSince.orElse(now);
            Instant end = first.plus(VERIFICATION_GRACE);
            if (!now.isBefore(end)) {
                return lost(now);
            }
            Instant then = now.plus(AGAIN);
            return new DomainLife(
                    stage,
                    since,
                    expiresAt,
                    autoRenew,
                    Optional.of(first),
                    toldDays,
                    failures + 1,
                    trouble,
                    Optional.of(then.isBefore(end) ? then : end));
        }
        if (event instanceof DomainEvent.ProofUnknown) {
            return dueAt(now.plus(AGAIN));
        }
        if (event instanceof DomainEvent.TakenOver) {
            return missingSince.isPresent() ? lost(now) : this;
        }
        if (event instanceof DomainEvent.GivenUp) {
            return searched(now);
        }
        return event instanceof DomainEvent.Told told ? told(told.days()) : this;
    }

    private static DomainLife begun(
            Stage stage, Optional<Instant> expiresAt, boolean autoRenew, Instant since, Optional<Instant> next) {
        return new DomainLife(stage, since, expiresAt, autoRenew, Optional.empty(), 0, 0, "", next);
    }

    private static DomainLife heldUntil(Instant end, boolean renews, Instant since, Instant now) {
        Term term = new Term(end, renews);
        // One taken up again after its end, or shortly before, cannot wait for the usual look.
        Instant look = term.due(now) == Term.Due.NOTHING ? now.plus(term.nextLook(now)) : now;
        return begun(Stage.HELD, Optional.of(end), renews, since, Optional.of(look));
    }

    private DomainLife looked(Instant now) {
        return dueAt(now.plus(term().orElseThrow().nextLook(now)));
    }

    private DomainLife ended(Instant now) {
        return begun(Stage.ENDED, expiresAt, autoRenew, now, Optional.empty());
    }

    private static DomainLife lost(Instant now) {
        return begun(Stage.LOST, Optional.empty(), false, now, Optional.empty());
    }

    private DomainLife troubled(String sentence, Instant again) {
        return new DomainLife(
                stage, since, expiresAt, autoRenew, missingSince, toldDays, failures + 1, sentence, Optional.of(again));
    }

    private DomainLife told(int days) {
        return new DomainLife(stage, since, expiresAt, autoRenew, missingSince, days, failures, trouble, next);
    }

    private DomainLife dueAt(Instant at) {
        return new DomainLife(
                stage, since, expiresAt, autoRenew, missingSince, toldDays, failures, trouble, Optional.of(at));
    }
}
