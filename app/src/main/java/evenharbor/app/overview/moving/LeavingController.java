package evenharbor.app.overview.moving;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Handing a site to another account, and closing an account. */
@RestController
@RequestMapping("/api")
class LeavingController {

    private final HandOver handOver;
    private final AccountClosing closing;

    LeavingController(HandOver handOver, AccountClosing closing) {
        this.handOver = handOver;
        this.closing = closing;
    }

    /** How a site stands that is handed over. @param toEmail who is asked; null for nobody @param hindrances what has to be done first */
    record HandOverView(@Schema(nullable = true) String toEmail, List<String> hindrances) {}

    record HandOverForm(
            @NotBlank(message = "Type their e-mail.") String email) {}

    record HandOverOffer(String title, String email, String askedBy) {}

    record TakenView(String siteId) {}

    /** What goes dark. @param endsAt until when one may change one's mind; null while it is not closed */
    record ClosingView(
            List<AccountClosing.SiteGoing> sites,
            List<String> domains,
            int people,
            @Schema(nullable = true) Instant endsAt) {}

    record AccountClosingForm(
            @NotBlank(message = "Type your password.") String password) {}

    @GetMapping("/sites/{siteId}/hand-over")
    HandOverView standing(@PathVariable String siteId) {
        HandOver.Standing standing = handOver.standing(siteId);
        return new HandOverView(standing.toEmail().orElse(null), standing.hindrances());
    }

    @PostMapping("/sites/{siteId}/hand-over")
    HandOverView ask(@PathVariable String siteId, @Valid @RequestBody HandOverForm form) {
        handOver.ask(siteId, form.email());
        return standing(siteId);
    }

    @DeleteMapping("/sites/{siteId}/hand-over")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable String siteId) {
        handOver.takeBack(siteId);
    }

    @GetMapping("/take-over/{code}")
    HandOverOffer offered(@PathVariable String code) {
        HandOver.Offered offered = handOver.offered(code);
        return new HandOverOffer(offered.title(), offered.email(), offered.askedBy());
    }

    @PostMapping("/take-over/{code}")
    TakenView take(@PathVariable String code) {
        return new TakenView(handOver.take(code));
    }

    @GetMapping("/account/closing")
    ClosingView dark() {
        AccountClosing.Dark dark = closing.dark();
        return new ClosingView(
                dark.sites(), dark.domains(), dark.people(), dark.endsAt().orElse(null));
    }

    @PostMapping("/account/closing")
    ClosingView close(@Valid @RequestBody AccountClosingForm form) {
        closing.close(form.password());
        return dark();
    }

    @DeleteMapping("/account/closing")
    ClosingView reopen() {
        closing.reopen();
        return dark();
    }
}
