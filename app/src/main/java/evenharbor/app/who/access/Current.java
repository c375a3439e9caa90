package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;

/** The person on whose behalf a request is carried out. */
public final class Current {

    private Current() {}

    /** The person signed in. */
    public static Person person() {
        return present()
                .orElseThrow(() -> new Problem(
                        ProblemType.SIGN_IN_NEEDED, "You are signed out. Nothing was changed. Sign in to go on."));
    }

    /** The person signed in; empty for work that goes on by itself. */
    public static Optional<Person> present() {
        return Optional.ofNullable(SecurityContextHolder.getContext().getAuthentication())
                .map(Authentication::getPrincipal)
                .filter(Person.class::isInstance)
                .map(Person.class::cast);
    }

    /** Whether the request may touch a site at all: a token may be for one alone. */
    public static boolean mayTouch(String siteId) {
        return !(SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn signedIn)
                || signedIn.site().map(siteId::equals).orElse(true);
    }

    /** Carries out work as another person than whoever asked, if anyone did; theirs is again what follows. */
    public static void as(Person person, Runnable work) {
        SecurityContext before = SecurityContextHolder.getContext();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new SignedIn(person));
        SecurityContextHolder.setContext(context);
        try {
            work.run();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }
}
