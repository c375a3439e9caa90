package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.access.Right;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Size;
import java.util.Arrays;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What someone sees who opens the link of an invitation, and accepting it. The link is the proof of their e-mail. */
@RestController
@RequestMapping("/api/join/{code}")
class JoinController {

    private final PersonInvitations invitations;
    private final People people;
    private final SignInSessions signIns;

    JoinController(PersonInvitations invitations, People people, SignInSessions signIns) {
        this.invitations = invitations;
        this.people = people;
        this.signIns = signIns;
    }

    /**
     * An invitation.
     *
     * @param known whether someone signs in with this e-mail already: they do so first
     * @param signedIn the e-mail of whoever is signed in in this browser; null for nobody
     * @param may what they may do, each as the end of "may …"
     */
    record JoinView(
            String invitedBy,
            String accountName,
            String email,
            PersonRole role,
            @Schema(nullable = true) String siteId,
            String words,
            List<String> may,
            boolean known,
            @Schema(nullable = true) String signedIn) {}

    /** Who accepts. @param name and a password for who signs in for the first time; null for who is signed in */
    record JoinForm(
            @Schema(nullable = true) @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @Schema(nullable = true) @Size(max = 200, message = "Use at most 200 characters.")
            String password) {}

    @GetMapping
    JoinView see(@PathVariable String code) {
        PersonInvitations.Open open = invitations.behind(code);
        return new JoinView(
                people.find(open.invitedBy()).map(Person::name).orElse("someone"),
                people.accountName(open.accountId()),
                open.email(),
                open.role(),
                open.siteId().orElse(null),
                open.words(),
                Arrays.stream(Right.values())
                        .filter(open.role()::may)
                        .map(Right::words)
                        .toList(),
                people.findByEmail(open.email()).isPresent(),
                Current.present().map(Person::email).orElse(null));
    }

    @PostMapping
    SignInSessions.Session accept(
            @PathVariable String code,
            @RequestBody JoinForm form,
            HttpServletRequest request,
            HttpServletResponse response) {
        PersonInvitations.Open open = invitations.behind(code);
        boolean known = people.findByEmail(open.email()).isPresent();
        if (known) {
            Person person = Current.present()
                    .filter(each -> each.email().equals(open.email()))
                    .orElseThrow(() -> new Problem(
                            ProblemType.NOT_READY,
                            "Sign in as " + open.email() + " first: the invitation is theirs. Nothing was changed."));
            invitations.accept(code, person);
            Person there = person.in(open.accountId());
            people.setAccount(person.id(), open.accountId());
            signIns.goOn(there, request, response);
            return signIns.of(there);
        }
        if (form.name() == null || form.name().isBlank()) {
            throw Problem.field("name", "Type your name.");
        }
        if (form.password() == null || form.password().isBlank()) {
            throw Problem.field("password", "Choose a password.");
        }
        return signIns.begin(invitations.acceptNew(code, form.name(), form.password()), request, response);
    }
}
