package evenharbor.app.who.access;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A forgotten password, over HTTP. */
@RestController
@RequestMapping("/api/recovery")
class RecoveryController {

    private final Recovery recovery;
    private final BrowserSecret browser;

    RecoveryController(Recovery recovery, BrowserSecret browser) {
        this.recovery = recovery;
        this.browser = browser;
    }

    record Forgotten(
            @NotBlank(message = "Type your e-mail.") @Size(max = 254, message = "Use at most 254 characters.")
            String email) {}

    /** What setting a password by a link takes. @param secondFactor whether a code is needed, too */
    record RecoveryView(boolean secondFactor) {}

    record RecoveredPassword(
            @NotBlank(message = "Choose a password.") @Size(max = 200, message = "Use at most 200 characters.")
            String password,

            @Schema(nullable = true) String code) {}

    /** The same answer, in the same time, whether there is such a person or not. */
    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    void ask(@Valid @RequestBody Forgotten form, HttpServletRequest request, HttpServletResponse response) {
        recovery.ask(form.email(), request.getRemoteAddr(), browser.begin(request, response));
    }

    @GetMapping("/{code}")
    RecoveryView see(@PathVariable String code, HttpServletRequest request) {
        return new RecoveryView(recovery.needsFactor(code, browser.of(request)));
    }

    @PostMapping("/{code}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@PathVariable String code, @Valid @RequestBody RecoveredPassword form, HttpServletRequest request) {
        recovery.set(
                code, browser.of(request), form.password(), Optional.ofNullable(form.code()), request.getRemoteAddr());
    }
}
