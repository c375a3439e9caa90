package evenharbor.app.who.access;

import evenharbor.core.common.QrCode;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own second factor. What changes it takes the password again. */
@RestController
@RequestMapping("/api/second-factor")
class SecondFactorController {

    private final SecondFactors factors;
    private final People people;

    SecondFactorController(SecondFactors factors, People people) {
        this.factors = factors;
        this.people = people;
    }

    /** One's second factor. @param since since when it is on; null when it is off @param paperCodes how many are left */
    record FactorView(@Schema(nullable = true) Instant since, int paperCodes) {}

    /** What a device needs. @param secret in Base32, to type @param uri to open on the device itself */
    record BegunView(String secret, String uri, QrCode qr) {}

    record PaperView(List<String> codes) {}

    record WithPassword(
            @NotBlank(message = "Type your password.") String password) {}

    record WithCode(
            @NotBlank(message = "Type the code that your device shows.")
            String code) {}

    record WithBoth(
            @NotBlank(message = "Type your password.") String password,

            @NotBlank(message = "Type the code that your device shows.")
            String code) {}

    @GetMapping
    FactorView see() {
        String person = Current.person().id();
        return new FactorView(factors.since(person).orElse(null), factors.paperCodes(person));
    }

    @PostMapping
    BegunView begin(@Valid @RequestBody WithPassword form) {
        Person person = people.confirmed(Current.person(), form.password());
        String secret = factors.begin(person);
        String uri = "otpauth://totp/" + encoded("Even Harbor:" + person.email()) + "?secret=" + secret + "&issuer="
                + encoded("Even Harbor");
        return new BegunView(secret, uri, QrCode.of(uri));
    }

    private static String encoded(String words) {
        return URLEncoder.encode(words, StandardCharsets.UTF_8).replace("+", "%20");
    }

    @PutMapping
    PaperView confirm(@Valid @RequestBody WithCode form, HttpServletRequest request) {
        return new PaperView(factors.confirm(Current.person(), form.code(), request.getRemoteAddr()));
    }

    @PostMapping("/removal")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void turnOff(@Valid @RequestBody WithBoth form, HttpServletRequest request) {
        Person person = people.confirmed(Current.person(), form.password());
        factors.check(person, Optional.of(form.code()), request.getRemoteAddr());
        factors.turnOff(person);
    }

    @PostMapping("/paper-codes")
    PaperView renewPaper(@Valid @RequestBody WithBoth form, HttpServletRequest request) {
        Person person = people.confirmed(Current.person(), form.password());
        factors.check(person, Optional.of(form.code()), request.getRemoteAddr());
        return new PaperView(factors.renewPaper(person));
    }
}
