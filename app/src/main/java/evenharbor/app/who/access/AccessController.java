package evenharbor.app.who.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
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
    private final SecurityContextRepository contexts;

    AccessController(People people, AccessTokens tokens, SecurityContextRepository contexts) {
        this.people = people;
        this.tokens = tokens;
        this.contexts = contexts;
    }

    record SignIn(
            @NotBlank(message = "Type your e-mail.") String email,
            @NotBlank(message = "Type your password.") String password) {}

    record NewAccount(
            @NotBlank(message = "Type a name for the account.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String accountName,

            @Valid NewPerson person) {}

    record NewPerson(
            @NotBlank(message = "Type a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @NotBlank(message = "Type an e-mail.")
            @Email(message = "Type an e-mail such as ada@example.org.")
            @Size(max = 254, message = "Use at most 254 characters.")
            String email,

            @NotBlank(message = "Choose a password.") @Size(max = 200, message = "Use at most 200 characters.")
            String password) {}

    record Session(String personId, String name, String email, String accountName) {}

    record PersonView(String id, String name, String email) {}

    record NewToken(
            @NotBlank(message = "Say what the token is for.") @Size(max = 120, message = "Use at most 120 characters.")
            String name) {}

    record Token(String token) {}

    @PostMapping("/session")
    Session signIn(@Valid @RequestBody SignIn form, HttpServletRequest request, HttpServletResponse response) {
        Person person = people.signIn(form.email(), form.password(), request.getRemoteAddr());
        return begin(person, request, response);
    }

    @PostMapping("/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    Session openAccount(@Valid @RequestBody NewAccount form, HttpServletRequest request, HttpServletResponse response) {
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
        request.getSession(true);
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
        return new Session(person.id(), person.name(), person.email(), people.accountName(person.accountId()));
    }

    @DeleteMapping("/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
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
        return view(people.add(Current.person().accountId(), form.name(), form.email(), form.password()));
    }

    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    Token issueToken(@Valid @RequestBody NewToken form) {
        return new Token(tokens.issue(Current.person(), form.name()));
    }

    private static PersonView view(Person person) {
        return new PersonView(person.id(), person.name(), person.email());
    }
}
