package evenharbor.app.who.access;

import evenharbor.core.who.access.TokenScope;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and the people of an account. */
@RestController
@RequestMapping("/api")
class AccessController {

    private final People people;
    private final AccessTokens tokens;
    private final Sessions sessions;
    private final KnownDevices devices;
    private final Invitations invitations;
    private final CredentialEvents events;
    private final Remotes remotes;
    private final SecurityContextRepository contexts;
    private final Clock clock;

    AccessController(
            People people,
            AccessTokens tokens,
            Sessions sessions,
            KnownDevices devices,
            Invitations invitations,
            CredentialEvents events,
            Remotes remotes,
            SecurityContextRepository contexts,
            Clock clock) {
        this.people = people;
        this.tokens = tokens;
        this.sessions = sessions;
        this.devices = devices;
        this.invitations = invitations;
        this.events = events;
        this.remotes = remotes;
        this.contexts = contexts;
        this.clock = clock;
    }

    record SignIn(
            @NotBlank(message = "Type your e-mail.") String email,
            @NotBlank(message = "Type your password.") String password) {}

    record NewAccount(
            @NotBlank(message = "Type a name for the account.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String accountName,

            @Valid NewPerson person,
            @Schema(nullable = true) String invitation) {}

    record NewPerson(
            @NotBlank(message = "Type a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @NotBlank(message = "Type an e-mail.")
            @Email(message = "Type an e-mail such as ada@example.org.")
            @Size(max = 254, message = "Use at most 254 characters.")
            String email,

            @NotBlank(message = "Choose a password.") @Size(max = 200, message = "Use at most 200 characters.")
            String password) {}

    /** Who is signed in. @param zone the time zone that the account goes by; null while it was never said */
    record Session(
            String personId,
            String name,
            String email,
            String accountName,
            @Schema(nullable = true) String zone) {}

    record PersonView(String id, String name, String email) {}

    /**
     * A token that is wanted.
     *
     * @param days after how many days it ends; null for no end
     */
    record NewToken(
            @NotBlank(message = "Say what the token is for.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @Schema(nullable = true) TokenScope.Reach reach,
            @Schema(nullable = true) String siteId,

            @Schema(nullable = true)
            @Min(value = 1, message = "Choose at least a day.")
            @Max(value = 3650, message = "Choose at most ten years.")
            Integer days) {}

    record Token(String token) {}

    record TokenView(
            String id,
            String person,
            String name,
            TokenScope.Reach reach,
            @Schema(nullable = true) String siteId,
            Instant createdAt,
            @Schema(nullable = true) Instant expiresAt,
            @Schema(nullable = true) Instant lastUsedAt) {}

    record NewPassword(
            @NotBlank(message = "Type your present password.")
            String present,

            @NotBlank(message = "Choose a password.") @Size(max = 200, message = "Use at most 200 characters.")
            String password) {}

    record SignUpView(AccessProperties.SignUp signUp) {}

    record Invitation(String code) {}

    @PostMapping("/session")
    Session signIn(@Valid @RequestBody SignIn form, HttpServletRequest request, HttpServletResponse response) {
        Person person = people.signIn(
                form.email(), form.password(), remotes.of(request), personId -> devices.of(request, personId));
        devices.remember(request, response, person.id());
        Session session = begin(person, request, response);
        events.note(person, person, CredentialEvents.Kind.SIGNED_IN, "");
        return session;
    }

    @PostMapping("/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    Session openAccount(@Valid @RequestBody NewAccount form, HttpServletRequest request, HttpServletResponse response) {
        invitations.admit(form.invitation());
        NewPerson first = form.person();
        Person person = people.openAccount(form.accountName(), first.name(), first.email(), first.password());
        return begin(person, request, response);
    }

    /** A new session id on sign-in, so that one planted before is worth nothing (ASVS 5.0, 7.2.4). */
    private Session begin(Person person, HttpServletRequest request, HttpServletResponse response) {
        HttpSession old = request.getSession(false);
        if (old != null) {
            old.invalidate();
        }
        sessions.describe(request.getSession(true), request);
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new SignedIn(person));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        return session(person);
    }

    @GetMapping("/session")
    Session session() {
        return session(Current.person());
    }

    private Session session(Person person) {
        return new Session(
                person.id(),
                person.name(),
                person.email(),
                people.accountName(person.accountId()),
                people.zone(person.accountId()).orElse(null));
    }

    @DeleteMapping("/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            events.note(Current.person(), Current.person(), CredentialEvents.Kind.SIGNED_OUT, "");
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    @GetMapping("/sign-up")
    SignUpView signUp() {
        return new SignUpView(invitations.signUp());
    }

    @PostMapping("/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    Invitation invite() {
        return new Invitation(invitations.make(Current.person()));
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

    /** Changes one's own password. All other sessions end, and no device is known any more. */
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(@Valid @RequestBody NewPassword form, HttpServletRequest request) {
        people.changePassword(Current.person(), form.present(), form.password());
        sessions.endOthers(Current.person(), request);
        devices.forget(Current.person().id());
    }

    @GetMapping("/credential-events")
    List<CredentialEvents.CredentialEntry> credentialEvents() {
        return events.of(Current.person().accountId());
    }

    @GetMapping("/people")
    List<PersonView> people() {
        return people.of(Current.person().accountId()).stream()
                .map(AccessController::view)
                .toList();
    }

    @PostMapping("/people")
    @ResponseStatus(HttpStatus.CREATED)
    PersonView addPerson(@Valid @RequestBody NewPerson form) {
        Person added = people.add(Current.person().accountId(), form.name(), form.email(), form.password());
        events.note(added, Current.person(), CredentialEvents.Kind.PERSON_ADDED, added.email());
        return view(added);
    }

    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    Token issueToken(@Valid @RequestBody NewToken form) {
        TokenScope scope = new TokenScope(
                form.reach() == null ? TokenScope.Reach.PUBLISH : form.reach(), Optional.ofNullable(form.siteId()));
        Optional<Instant> end =
                Optional.ofNullable(form.days()).map(days -> clock.instant().plus(Duration.ofDays(days)));
        return new Token(tokens.issue(Current.person(), form.name(), scope, end));
    }

    @GetMapping("/tokens")
    List<TokenView> tokens() {
        return tokens.of(Current.person().accountId()).stream()
                .map(t -> new TokenView(
                        t.id(),
                        t.person(),
                        t.name(),
                        t.scope().reach(),
                        t.scope().site().orElse(null),
                        t.createdAt(),
                        t.expiresAt().orElse(null),
                        t.lastUsedAt().orElse(null)))
                .toList();
    }

    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeToken(@PathVariable String id) {
        tokens.revoke(Current.person(), id);
    }

    /** Removes someone from the account: their sessions and tokens end at once. */
    @DeleteMapping("/people/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removePerson(@PathVariable String id, HttpServletRequest request) {
        Person removed = people.remove(Current.person(), id);
        tokens.revokeAll(removed.id());
        devices.forget(removed.id());
        sessions.endOthers(removed, request);
    }

    private static PersonView view(Person person) {
        return new PersonView(person.id(), person.name(), person.email());
    }
}
