package evenharbor.core.where.domain;

import java.time.Instant;

/** What happens in the life of a domain: what its person does, and what registry and DNS answer. */
public sealed interface DomainEvent {

    /** Its person has agreed to the price; the registry is about to be asked. */
    record RegistrationAsked() implements DomainEvent {}

    /** The registry has it under our name until a time. */
    record Registered(Instant expiresAt) implements DomainEvent {}

    /** The registry does not have it under our name: it never came to be, has ended, or is another's. */
    record NotOurs() implements DomainEvent {}

    /** The registry did not do it, or did not answer; a sentence for a person. */
    record Failed(String sentence) implements DomainEvent {}

    /** The registry will not delete it; a sentence for a person. */
    record Kept(String sentence) implements DomainEvent {}

    /** It renews itself from now on, or no longer does. */
    record RenewalSet(boolean on) implements DomainEvent {}

    /** Its person lets it go. */
    record GivenUp() implements DomainEvent {}

    /** Someone says that a name registered elsewhere is theirs. */
    record Brought() implements DomainEvent {}

    /** What proves that it is theirs was seen in DNS. */
    record ProofSeen() implements DomainEvent {}

    /** DNS answered, and the proof was not there. */
    record ProofMissing() implements DomainEvent {}

    /** DNS did not answer. */
    record ProofUnknown() implements DomainEvent {}

    /** Someone else has proven it, and its own proof is not there. */
    record TakenOver() implements DomainEvent {}

    /** It was looked at in time, and nothing had to be done. */
    record Looked() implements DomainEvent {}

    /** Its person has been told that it is over in so many days. */
    record Told(int days) implements DomainEvent {}
}
