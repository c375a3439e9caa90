package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.core.who.access.Membership;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and where someone is signed in. */
@RestController
@RequestMapping("/api")
class SessionController {

    private final People people;
    private final Memberships memberships;
    private final SignInSessions signIns;
    private final Sessions sessions;
    private final KnownDevices devices;
    private final CredentialEvents events;
    private final SecondFactors factors;

    SessionController(
            People people,
            Memberships memberships,
            SignInSessions signIns,
            Sessions sessions,
            KnownDevices devices,
            CredentialEvents events,
            SecondFactors factors) {
        this.people = people;
        this.memberships = memberships;
        this.signIns = signIns;
        this.sessions = sessions;
        this.devices = devices;
        this.events = events;
        this.factors = factors;
    }

    /** Someone who signs in. @param code of their second factor; null while none was asked for */
    record SignIn(
            @NotBlank(message = "Type your e-mail.") String email,
            @NotBlank(message = "Type your password.") String password,
            @Schema(nullable = true) String code) {}

    record ChosenAccount(
            @NotBlank(message = "Choose an account.") String accountId) {}

    @PostMapping("/session")
    SignInSessions.Session signIn(
            @Valid @RequestBody SignIn form, HttpServletRequest request, HttpServletResponse response) {
        String remote = request.getRemoteAddr();
        Person person = people.signIn(
                form.email(),
                form.password(),
                remote,
                personId -> devices.of(request, personId),
                found -> factors.check(found, Optional.ofNullable(form.code()), remote));
        return signIns.begin(person, request, response);
    }

    @GetMapping("/session")
    SignInSessions.Session session() {
        return signIns.of(Current.person());
    }

    /** Goes on in another of the accounts that someone belongs to. */
    @PutMapping("/session/account")
    SignInSessions.Session choose(
            @Valid @RequestBody ChosenAccount form, HttpServletRequest request, HttpServletResponse response) {
        Person person = Current.person();
        Membership chosen = memberships
                .of(person.id(), form.accountId())
                .filter(Membership::any)
                .orElseThrow(() -> Problem.notFound("This account"));
        people.setAccount(person.id(), chosen.accountId());
        Person there = person.in(chosen.accountId());
        signIns.goOn(there, request, response);
        return signIns.of(there);
    }

    @DeleteMapping("/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            Current.present().ifPresent(person -> events.note(person, person, CredentialEvents.Kind.SIGNED_OUT, ""));
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    @GetMapping("/sessions")
    List<Sessions.SessionView> sessions(HttpServletRequest request) {
        return sessions.of(Current.person(), request);
    }

    @DeleteMapping("/sessions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(@PathVariable String id) {
        sessions.end(Current.person(), id);
        events.note(Current.person(), Current.person(), CredentialEvents.Kind.SESSION_ENDED, "");
    }
}
