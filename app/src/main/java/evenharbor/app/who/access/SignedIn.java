package evenharbor.app.who.access;

import java.util.List;
import java.util.Optional;
import org.springframework.security.authentication.AbstractAuthenticationToken;

/** The proof that a person has signed in. */
final class SignedIn extends AbstractAuthenticationToken {

    private final Person person;

    /** The one site that a token is for; null for all. */
    private final String site;

    SignedIn(Person person) {
        this(person, null);
    }

    SignedIn(Person person, String site) {
        super(List.of());
        this.person = person;
        this.site = site;
        setAuthenticated(true);
    }

    Optional<String> site() {
        return Optional.ofNullable(site);
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
