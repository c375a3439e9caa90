package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.access.Right;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Changes what people are in an account and at its sites. An account is never left without an owner. */
@Service
public class Members {

    private final Memberships memberships;
    private final People people;
    private final AccessTokens tokens;
    private final CredentialEvents events;

    Members(Memberships memberships, People people, AccessTokens tokens, CredentialEvents events) {
        this.memberships = memberships;
        this.people = people;
        this.tokens = tokens;
        this.events = events;
    }

    /** Lets someone be something in all of the account; empty for what they are at single sites only. */
    @Transactional
    public void setRole(Person by, String id, Optional<PersonRole> role) {
        Person person = member(by, id);
        if (role.filter(is -> is.may(Right.MANAGE)).isEmpty()) {
            notTheLast(by, id);
        }
        memberships.put(by.accountId(), id, role);
        events.note(
                person,
                by,
                CredentialEvents.Kind.ROLE_CHANGED,
                role.map(is -> is.words() + " of all sites").orElse("single sites only"));
    }

    /** Lets someone of the account be something at one site. */
    @Transactional
    public void setRoleAt(Person by, String siteId, String id, PersonRole role) {
        Person person = member(by, id);
        memberships.putAt(by.accountId(), siteId, id, role);
        events.note(person, by, CredentialEvents.Kind.ROLE_CHANGED, role.words() + " of one site");
    }

    /** Takes back what someone is at one site. What they are in all of the account stays. */
    @Transactional
    public void removeAt(Person by, String siteId, String id) {
        Person person = member(by, id);
        Membership member = memberships.of(id, by.accountId()).orElseThrow();
        if (!member.sites().containsKey(siteId)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    person.name()
                            + " looks after all sites of the account, this one among them. Nothing was changed. Change"
                            + " that on Account.");
        }
        memberships.removeAt(siteId, id);
        if (member.all().isEmpty() && member.sites().size() == 1) {
            leave(by, person);
        }
        events.note(person, by, CredentialEvents.Kind.ROLE_CHANGED, "not at one site any more");
    }

    /** Removes someone from the account: they see nothing of it any more, and their tokens there end. */
    @Transactional
    public void remove(Person by, String id) {
        Person person = member(by, id);
        notTheLast(by, id);
        leave(by, person);
        events.note(person, by, CredentialEvents.Kind.PERSON_REMOVED, person.email());
    }

    private void leave(Person by, Person person) {
        tokens.revokeAll(by.accountId(), person.id());
        if (!memberships.remove(by.accountId(), person.id())) {
            people.letGo(person.id());
        }
    }

    private Person member(Person by, String id) {
        memberships.lock(by.accountId());
        return memberships
                .of(id, by.accountId())
                .flatMap(member -> people.find(id))
                .map(person -> person.in(by.accountId()))
                .orElseThrow(() -> Problem.notFound("This person"));
    }

    /** Before anything is done: a session that was ended stays so. */
    private void notTheLast(Person by, String id) {
        boolean others = memberships.ofAccount(by.accountId()).entrySet().stream()
                .anyMatch(each -> !each.getKey().equals(id) && each.getValue().may(Right.MANAGE));
        if (!others) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Someone has to own the account: make another person an owner first. Nothing was changed.");
        }
    }
}
