package evenharbor.app.practice.world;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.practice.mail.MailFault;
import evenharbor.practice.mail.ReceivedMail;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The practice mail server over HTTP: everyone's mailbox, and the faults that can be switched on. */
@RestController
@ConditionalOnBooleanProperty("harbor.practice")
@RequestMapping("/api/practice/mail")
class MailController {

    private final World world;

    MailController(World world) {
        this.world = world;
    }

    /** The mail server. @param mails what it got, the latest first */
    record MailboxesView(MailFault fault, List<MailFault> faults, List<ReceivedMail> mails) {}

    record SetMailFault(
            @NotNull(message = "Say what shall be wrong.") MailFault fault) {}

    @GetMapping
    MailboxesView mailboxes() throws IOException {
        return world.here()
                ? new MailboxesView(
                        world.mail().fault(),
                        List.of(MailFault.values()),
                        world.mail().mails())
                : new MailboxesView(MailFault.NONE, List.of(), List.of());
    }

    @PutMapping
    MailboxesView setFault(@Valid @RequestBody SetMailFault form) throws IOException {
        if (!world.here()) {
            throw new Problem(ProblemType.NOT_FOUND, "This harbor is no practice harbor. Nothing was changed.");
        }
        world.mail().setFault(form.fault());
        return mailboxes();
    }
}
