package evenharbor.app.who.notice;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.who.notice.NoticeKind;
import evenharbor.core.who.notice.NoticeWay;
import evenharbor.core.who.notice.QuietHours;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What people were told, and how they want to be told. */
@RestController
@RequestMapping("/api")
class NoticeController {

    private final Notices notices;
    private final NoticeChoices choices;

    NoticeController(Notices notices, NoticeChoices choices) {
        this.notices = notices;
        this.choices = choices;
    }

    record NoticesView(List<Notices.Notice> notices, long unread) {}

    record ReadUpTo(long id) {}

    /** How someone is told of a kind. @param words what it is, as the end of "when …" */
    record ChoiceView(NoticeKind kind, String words, NoticeWay way) {}

    /** How someone is told. @param quietFrom the hour quiet hours begin at; null for none */
    record ChoicesView(
            List<ChoiceView> choices,
            @Schema(nullable = true) Integer quietFrom,
            @Schema(nullable = true) Integer quietUntil) {}

    record ChoicesForm(
            @NotNull(message = "Say how you want to be told of what.")
            Map<NoticeKind, NoticeWay> ways,

            @Schema(nullable = true)
            @Min(value = 0, message = "An hour is 0 to 23.")
            @Max(value = 23, message = "An hour is 0 to 23.")
            Integer quietFrom,

            @Schema(nullable = true)
            @Min(value = 0, message = "An hour is 0 to 23.")
            @Max(value = 23, message = "An hour is 0 to 23.")
            Integer quietUntil) {}

    /** Mails that were ended. @param words of which kind, as the end of "when …" */
    record EndedView(String words) {}

    @GetMapping("/notices")
    NoticesView notices() {
        Person person = Current.person();
        List<Notices.Notice> all = notices.of(person.id(), person.accountId());
        return new NoticesView(all, all.stream().filter(each -> !each.read()).count());
    }

    @PutMapping("/notices/read")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void read(@RequestBody ReadUpTo form) {
        Person person = Current.person();
        notices.read(person.id(), person.accountId(), form.id());
    }

    @GetMapping("/notice-choices")
    ChoicesView choices() {
        String person = Current.person().id();
        Optional<QuietHours> quiet = choices.quiet(person);
        return new ChoicesView(
                choices.of(person).entrySet().stream()
                        .map(each -> new ChoiceView(each.getKey(), each.getKey().words(), each.getValue()))
                        .toList(),
                quiet.map(QuietHours::from).orElse(null),
                quiet.map(QuietHours::until).orElse(null));
    }

    @PutMapping("/notice-choices")
    ChoicesView choose(@Valid @RequestBody ChoicesForm form) {
        String person = Current.person().id();
        if ((form.quietFrom() == null) != (form.quietUntil() == null)) {
            throw Problem.field("quietUntil", "Choose both hours, or none.");
        }
        form.ways().forEach((kind, way) -> choices.set(person, kind, way));
        choices.setQuiet(
                person, Optional.ofNullable(form.quietFrom()).map(from -> new QuietHours(from, form.quietUntil())));
        return choices();
    }

    /** What a link in a mail would end; nothing is ended yet: mail programs open links by themselves. */
    @GetMapping("/unsubscribe/{token}")
    EndedView wouldEnd(@PathVariable String token) {
        return new EndedView(choices.end(token)
                .orElseThrow(() -> Problem.notFound("This link"))
                .kind()
                .words());
    }

    /** Ends mails of a kind by one click (RFC 8058): from a mail program, or by the page that the mail links to. */
    @PostMapping("/unsubscribe/{token}")
    EndedView unsubscribe(@PathVariable String token) {
        NoticeChoices.End end = choices.end(token).orElseThrow(() -> Problem.notFound("This link"));
        choices.set(end.personId(), end.kind(), NoticeWay.APP);
        return new EndedView(end.kind().words());
    }
}
