package evenharbor.app.who.access;

import java.util.List;
import org.springframework.security.authentication.AbstractAuthenticationToken;

/** The proof that a person has signed in. */
final class SignedIn extends AbstractAuthenticationToken {

    private final Person person;

    SignedIn(Person person) {
        super(List.of());
        this.person = person;
        setAuthenticated(true);
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
