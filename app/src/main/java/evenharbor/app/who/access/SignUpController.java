package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Opening an account, and inviting others to open one of their own. */
@RestController
@RequestMapping("/api")
class SignUpController {

    private final People people;
    private final Invitations invitations;
    private final SignInSessions signIns;
    private final FirstPerson first;

    SignUpController(People people, Invitations invitations, SignInSessions signIns, FirstPerson first) {
        this.people = people;
        this.invitations = invitations;
        this.signIns = signIns;
        this.first = first;
    }

    record NewAccount(
            @NotBlank(message = "Type a name for the account.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String accountName,

            @NotNull(message = "Say who opens it.") @Valid NewPerson person,
            @Schema(nullable = true) String invitation) {}

    record SignUpView(AccessProperties.SignUp signUp) {}

    record Invitation(String code) {}

    @PostMapping("/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    SignInSessions.Session openAccount(
            @Valid @RequestBody NewAccount form, HttpServletRequest request, HttpServletResponse response) {
        if (first.awaited()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This harbor is not set up yet, so no account can be opened. Nothing was changed. Whoever runs it begins at"
                            + " /first-run.");
        }
        invitations.admit(form.invitation());
        NewPerson first = form.person();
        Person person = people.openAccount(form.accountName(), first.name(), first.email(), first.password());
        return signIns.begin(person, request, response);
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
}
