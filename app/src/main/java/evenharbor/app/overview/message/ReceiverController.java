package evenharbor.app.overview.message;

import evenharbor.app.who.access.Current;
import evenharbor.core.who.message.MessageKind;
import evenharbor.core.who.message.MessageLife;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Receivers of messages over HTTP. */
@RestController
@RequestMapping("/api/receivers")
class ReceiverController {

    private final Receivers receivers;
    private final Messages messages;
    private final Clock clock;

    ReceiverController(Receivers receivers, Messages messages, Clock clock) {
        this.receivers = receivers;
        this.messages = messages;
        this.clock = clock;
    }

    /** @param siteId null for all sites */
    record ReceiverView(
            String id,
            String name,
            String url,
            @Schema(nullable = true) String siteId,
            List<MessageKind> kinds,
            boolean running) {

        static ReceiverView of(Receiver receiver) {
            return new ReceiverView(
                    receiver.id(),
                    receiver.name(),
                    receiver.url(),
                    receiver.siteId().orElse(null),
                    List.copyOf(receiver.kinds()),
                    receiver.running());
        }
    }

    /** A receiver with its secret. @param secret what its messages are signed with; shown this once */
    record ReceiverSecretView(ReceiverView receiver, String secret) {}

    /**
     * A receiver as it is written down.
     *
     * @param siteId null for all sites
     * @param kinds what it is told of
     * @param running whether messages are written for it
     */
    record ReceiverForm(
            @NotBlank(message = "Give it a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @NotBlank(message = "Give the URL that messages go to.")
            @Size(max = 2000, message = "Use at most 2000 characters.")
            String url,

            @Schema(nullable = true) String siteId,

            @NotEmpty(message = "Choose at least one thing that it is told of.")
            List<@NotNull MessageKind> kinds,

            boolean running) {

        private Receiver read() {
            return new Receiver(
                    "", "", Optional.ofNullable(siteId), name.strip(), url.strip(), EnumSet.copyOf(kinds), running);
        }
    }

    /** A try to send a message. @param status 0 when nothing came */
    record MessageTryView(Instant at, int status, int tookMs, String answer) {}

    /** @param nextTryAt null when it is not sent again by itself @param tries the latest first */
    record MessageView(
            String id,
            MessageKind kind,
            Instant at,
            String body,
            MessageLife.State state,
            @Schema(nullable = true) Instant nextTryAt,
            List<MessageTryView> tries) {}

    @GetMapping
    List<ReceiverView> all() {
        return receivers.mine().stream().map(ReceiverView::of).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ReceiverSecretView add(@Valid @RequestBody ReceiverForm form) {
        Receivers.Made made = receivers.add(form.read());
        return new ReceiverSecretView(ReceiverView.of(receivers.mine(made.id())), made.secret());
    }

    @PutMapping("/{id}")
    ReceiverView change(@PathVariable String id, @Valid @RequestBody ReceiverForm form) {
        receivers.change(id, form.read());
        return ReceiverView.of(receivers.mine(id));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        receivers.remove(id);
    }

    @PostMapping("/{id}/secret")
    ReceiverSecretView secret(@PathVariable String id) {
        String secret = receivers.newSecret(id);
        return new ReceiverSecretView(ReceiverView.of(receivers.mine(id)), secret);
    }

    @GetMapping("/{id}/messages")
    List<MessageView> messages(@PathVariable String id) {
        receivers.mine(id);
        return messages.of(id).stream().map(ReceiverController::view).toList();
    }

    @PostMapping("/{id}/messages")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void test(@PathVariable String id) {
        Receiver receiver = receivers.mine(id);
        Instant now = clock.instant();
        messages.write(
                receiver.id(),
                Optional.empty(),
                MessageKind.TEST,
                new Body(
                        MessageKind.TEST,
                        now.toString(),
                        0,
                        null,
                        "a test message, sent by hand",
                        Current.person().name()),
                now);
    }

    @PostMapping("/{id}/messages/{messageId}/repeats")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void again(@PathVariable String id, @PathVariable String messageId) {
        receivers.mine(id);
        messages.sendAgain(id, messageId);
    }

    private static MessageView view(Messages.Told told) {
        Messages.Message message = told.message();
        return new MessageView(
                message.id(),
                message.kind(),
                message.at(),
                message.body(),
                message.life().state(),
                message.life().nextAt().orElse(null),
                told.tries().stream()
                        .map(one -> new MessageTryView(one.at(), one.status(), one.tookMs(), one.answer()))
                        .toList());
    }
}
