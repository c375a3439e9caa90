package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.Right;
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

    static Optional<SignedIn> signedIn() {
        return Optional.ofNullable(SecurityContextHolder.getContext().getAuthentication())
                .filter(SignedIn.class::isInstance)
                .map(SignedIn.class::cast);
    }

    /** Whether the request may touch a site at all: a token may be for one alone, a person look after some alone. */
    public static boolean mayTouch(String siteId) {
        return signedIn()
                .map(in -> in.site().map(siteId::equals).orElse(true)
                        && in.membership()
                                .map(member -> member.at(siteId).isPresent())
                                .orElse(true))
                .orElse(true);
    }

    /** Whether the request may do more with a site than it asks for; what goes on by itself may. */
    public static boolean may(Right right, String siteId) {
        return membership().map(member -> member.may(right, siteId)).orElse(true);
    }

    /** Whether the request may do something with the account as a whole. */
    public static boolean may(Right right) {
        return membership().map(member -> member.may(right)).orElse(true);
    }

    /** What the person is in the account that they act in; empty for work that goes on by itself. */
    public static Optional<Membership> membership() {
        return signedIn().flatMap(SignedIn::membership);
    }

    /** Goes on as someone in this request. */
    static void enter(SignedIn signedIn) {
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(signedIn);
        SecurityContextHolder.setContext(context);
    }

    /** Carries out work as another person than whoever asked, if anyone did; theirs is again what follows. */
    public static void as(Person person, Runnable work) {
        SecurityContext before = SecurityContextHolder.getContext();
        enter(new SignedIn(person));
        try {
            work.run();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }
}
