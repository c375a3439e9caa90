package evenharbor.app.who.access;

import evenharbor.core.who.access.Membership;
import java.util.List;
import java.util.Optional;
import org.springframework.security.authentication.AbstractAuthenticationToken;

/** The proof that a person has signed in. */
final class SignedIn extends AbstractAuthenticationToken {

    private final Person person;

    /** The one site that a token is for; null for all. */
    private final String site;

    /** Whether they act in their present account alone: a token does not reach into another. */
    private final boolean bound;

    /** What they are in the account they act in, for this one request; null where nobody asks: for work by itself. */
    private final transient Membership membership;

    SignedIn(Person person) {
        this(person, null, false, null);
    }

    private SignedIn(Person person, String site, boolean bound, Membership membership) {
        super(List.of());
        this.person = person;
        this.site = site;
        this.bound = bound;
        this.membership = membership;
        setAuthenticated(true);
    }

    /** Someone a token speaks for. @param site the one site it is for; null for all of its account */
    static SignedIn byToken(Person person, String site) {
        return new SignedIn(person, site, true, null);
    }

    boolean bound() {
        return bound;
    }

    /** The same, in the account of a membership. */
    SignedIn as(Membership acting) {
        return new SignedIn(person.in(acting.accountId()), site, bound, acting);
    }

    Optional<String> site() {
        return Optional.ofNullable(site);
    }

    Optional<Membership> membership() {
        return Optional.ofNullable(membership);
    }

    @Override
    public Object getCredentials() {
        return "";
    }

    @Override
    public Person getPrincipal() {
        return person;
    }

    @Override
    public String getName() {
        return person.id();
    }
}
