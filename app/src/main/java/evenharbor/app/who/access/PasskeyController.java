package evenharbor.app.who.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Passkeys over HTTP, in the JSON of the standard (WebAuthn Level 3, section 5.1). */
@RestController
@RequestMapping("/api")
class PasskeyController {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Passkeys passkeys;
    private final People people;
    private final SignInSessions signIns;

    PasskeyController(Passkeys passkeys, People people, SignInSessions signIns) {
        this.passkeys = passkeys;
        this.people = people;
        this.signIns = signIns;
    }

    record PasskeyWish(
            @NotBlank(message = "Type your password.") String password) {}

    /** What the browser is asked, as the standard has it. */
    record OptionsView(Map<String, Object> options) {}

    record NewPasskey(
            @NotBlank(message = "Give it a name, such as “my phone”.")
            @Size(max = 60, message = "Use at most 60 characters.")
            String label,

            @NotNull Map<String, Object> credential) {}

    record PasskeySignIn(@NotNull Map<String, Object> credential) {}

    @GetMapping("/passkeys")
    List<Passkeys.Passkey> all() {
        return passkeys.of(Current.person());
    }

    @PostMapping("/passkeys/options")
    OptionsView begin(@Valid @RequestBody PasskeyWish form, HttpServletRequest request) {
        Person person = people.confirmed(Current.person(), form.password());
        return view(passkeys.beginMaking(person, request));
    }

    @PostMapping("/passkeys")
    @ResponseStatus(HttpStatus.CREATED)
    List<Passkeys.Passkey> make(@Valid @RequestBody NewPasskey form, HttpServletRequest request) {
        passkeys.make(Current.person(), form.label(), JSON.valueToTree(form.credential()), request);
        return all();
    }

    @DeleteMapping("/passkeys/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        passkeys.remove(Current.person(), id);
    }

    @PostMapping("/session/passkey-options")
    OptionsView beginSignIn(HttpServletRequest request) {
        return view(passkeys.beginSignIn(request));
    }

    @PostMapping("/session/passkey")
    SignInSessions.Session signIn(
            @Valid @RequestBody PasskeySignIn form, HttpServletRequest request, HttpServletResponse response) {
        return signIns.begin(passkeys.signIn(JSON.valueToTree(form.credential()), request), request, response);
    }

    @SuppressWarnings("unchecked")
    private static OptionsView view(JsonNode options) {
        return new OptionsView(JSON.convertValue(options, Map.class));
    }
}
