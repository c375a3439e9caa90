package evenharbor.app.who.access;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.who.mail.Outbox;
import evenharbor.core.who.mail.Letter;
import evenharbor.core.who.mail.MailAddress;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own e-mail, changed by a link that is sent to the new one. The old one is told. */
@RestController
@RequestMapping("/api/email")
class EmailController {

    private static final Duration VALID = Duration.ofHours(24);

    private final People people;
    private final MailProofs proofs;
    private final BrowserSecret browser;
    private final SignInThrottle throttle;
    private final SignInSessions signIns;
    private final Outbox outbox;
    private final HarborProperties harbor;

    EmailController(
            People people,
            MailProofs proofs,
            BrowserSecret browser,
            SignInThrottle throttle,
            SignInSessions signIns,
            Outbox outbox,
            HarborProperties harbor) {
        this.people = people;
        this.proofs = proofs;
        this.browser = browser;
        this.throttle = throttle;
        this.signIns = signIns;
        this.outbox = outbox;
        this.harbor = harbor;
    }

    record NewEmail(
            @NotBlank(message = "Type the new e-mail.") String email,
            @NotBlank(message = "Type your password.") String password) {}

    /** Sends the link. Whether someone else signs in with that e-mail is not told: they get no mail then. */
    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    @Transactional
    public void ask(@Valid @RequestBody NewEmail form, HttpServletRequest request, HttpServletResponse response) {
        outbox.needed();
        Person person = people.confirmed(Current.person(), form.password());
        String email = MailAddress.read(form.email())
                .orElseThrow(() -> Problem.field("email", "Type an e-mail such as ada@example.org."));
        throttle.begin("email " + person.id(), request.getRemoteAddr(), Optional.empty());
        String secret = browser.begin(request, response);
        if (people.findByEmail(email).isPresent()) {
            return;
        }
        String code = proofs.make(MailProofs.Kind.EMAIL, person.id(), email, secret, VALID);
        outbox.post(
                Letter.of(
                        email,
                        "Confirm your new e-mail",
                        new Letter.Words(
                                person.name() + " wants to sign in to Even Harbor with this e-mail from now on."),
                        new Letter.Link("Confirm it", harbor.appOrigin() + "/confirm-email/" + code),
                        new Letter.Words(
                                "The link works once, for a day, in the browser in which it was asked for. If it was"
                                        + " not you, do nothing: nothing is changed then.")),
                "email " + code);
    }

    @PostMapping("/{code}")
    @Transactional
    public SignInSessions.Session confirm(
            @PathVariable String code, HttpServletRequest request, HttpServletResponse response) {
        Person person = Current.person();
        MailProofs.Proof proof = proofs.of(MailProofs.Kind.EMAIL, code, browser.of(request))
                .filter(each -> each.personId().equals(person.id()) && proofs.use(code))
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_FOUND,
                        "This link confirms nothing: it was used, is over, or was asked for in another browser or by someone"
                                + " else. Nothing was changed."));
        Person changed = people.setEmail(person, proof.email());
        outbox.post(
                Letter.of(
                        person.email(),
                        "Your e-mail was changed",
                        new Letter.Words("You sign in to Even Harbor with " + proof.email()
                                + " from now on, and mails go there. This is the last one to " + person.email() + "."),
                        new Letter.Words(
                                "If it was not you: someone has your password. Ask another owner of your account, or the"
                                        + " operator, at once.")),
                "email changed " + code);
        signIns.goOn(changed, request, response);
        return signIns.of(changed);
    }
}
