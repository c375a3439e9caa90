package evenharbor.app.who.access;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.core.who.access.PasswordRules;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.stereotype.Component;

/** The first person of a harbor: who sets it up, and operates it. */
@Component
public class FirstPerson {

    private final HarborProperties harbor;
    private final People people;
    private final SignInSessions signIns;

    FirstPerson(HarborProperties harbor, People people, SignInSessions signIns) {
        this.harbor = harbor;
        this.people = people;
        this.signIns = signIns;
    }

    /** Who it is, and what their account is called. */
    public record Owner(
            @NotBlank(message = "Type a name for the account.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String accountName,

            @NotNull(message = "Say who it is.") @Valid NewPerson person) {}

    /** Whether nobody has an account yet, and this harbor is not one to practise with. */
    public boolean awaited() {
        return !harbor.practice() && !people.any();
    }

    /** Refuses a password that is easily guessed, before anything is done. */
    public void check(Owner owner) {
        NewPerson person = owner.person();
        PasswordRules.fault(person.password(), List.of(owner.accountName(), person.name(), person.email()))
                .ifPresent(sentence -> {
                    throw Problem.field("password", sentence);
                });
    }

    /** Opens their account and signs them in. */
    public void open(Owner owner, HttpServletRequest request, HttpServletResponse response) {
        NewPerson person = owner.person();
        signIns.begin(
                people.openAccount(owner.accountName(), person.name(), person.email(), person.password()),
                request,
                response);
    }
}
