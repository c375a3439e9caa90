package evenharbor.app.who.access;

import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.PersonRole;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/** Begins the session of someone who has proven who they are, in whichever way. */
@Component
class SignInSessions {

    private final People people;
    private final Memberships memberships;
    private final Sessions sessions;
    private final KnownDevices devices;
    private final CredentialEvents events;
    private final SecurityContextRepository contexts;
    private final ApplicationEventPublisher published;

    SignInSessions(
            People people,
            Memberships memberships,
            Sessions sessions,
            KnownDevices devices,
            CredentialEvents events,
            SecurityContextRepository contexts,
            ApplicationEventPublisher published) {
        this.people = people;
        this.memberships = memberships;
        this.sessions = sessions;
        this.devices = devices;
        this.events = events;
        this.contexts = contexts;
        this.published = published;
    }

    /**
     * Who is signed in.
     *
     * @param accountId the account they act in
     * @param role what they are in all of it; null for someone who looks after single sites only
     * @param accounts all that they belong to
     * @param operator whether they operate the harbor as a whole
     * @param zone the time zone that they go by; null while it was never said
     */
    record Session(
            String personId,
            String name,
            String email,
            String accountId,
            String accountName,
            @Schema(nullable = true) PersonRole role,
            List<AccountView> accounts,
            boolean operator,
            @Schema(nullable = true) String zone) {}

    record AccountView(String id, String name) {}

    /** A new session id on sign-in, so that one planted before is worth nothing (ASVS 5.0, 7.2.4). */
    Session begin(Person person, HttpServletRequest request, HttpServletResponse response) {
        HttpSession old = request.getSession(false);
        if (old != null) {
            old.invalidate();
        }
        sessions.describe(request.getSession(true), request);
        goOn(person, request, response);
        if (devices.remember(request, response, person.id())) {
            String from = "Someone signed in as you from a new browser (" + Sessions.browser(request) + ", "
                    + request.getRemoteAddr() + ")";
            published.publishEvent(new SignInChanged(
                    person, from, "new browser " + request.getSession().getId()));
        }
        events.note(person, person, CredentialEvents.Kind.SIGNED_IN, "");
        return of(person);
    }

    /** Goes on in the same session, as the person that is given. */
    void goOn(Person person, HttpServletRequest request, HttpServletResponse response) {
        Current.enter(new SignedIn(person));
        contexts.saveContext(SecurityContextHolder.getContext(), request, response);
    }

    /** Who someone is, as the interface needs it. */
    Session of(Person person) {
        List<Membership> all = memberships.of(person.id());
        Membership now = Membership.choose(all, person.accountId())
                .orElseGet(() -> new Membership(person.accountId(), Optional.empty(), Map.of()));
        return new Session(
                person.id(),
                person.name(),
                person.email(),
                now.accountId(),
                people.accountName(now.accountId()),
                now.all().orElse(null),
                all.stream()
                        .filter(Membership::any)
                        .map(each -> new AccountView(each.accountId(), people.accountName(each.accountId())))
                        .toList(),
                people.operates(person.id()),
                people.zone(person.id()).map(ZoneId::getId).orElse(null));
    }
}
