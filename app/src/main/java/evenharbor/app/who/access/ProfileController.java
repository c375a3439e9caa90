package evenharbor.app.who.access;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What someone says of themselves, their password, and the record of what was done with credentials. */
@RestController
@RequestMapping("/api")
class ProfileController {

    private final People people;
    private final Sessions sessions;
    private final SignInSessions signIns;
    private final KnownDevices devices;
    private final CredentialEvents events;

    ProfileController(
            People people, Sessions sessions, SignInSessions signIns, KnownDevices devices, CredentialEvents events) {
        this.people = people;
        this.sessions = sessions;
        this.signIns = signIns;
        this.devices = devices;
        this.events = events;
    }

    /** What someone says of themselves. @param zone a time zone such as Europe/Berlin; null to go by the browser's */
    record Profile(
            @NotBlank(message = "Type your name.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @Schema(nullable = true) String zone) {}

    record NewPassword(
            @NotBlank(message = "Type your present password.")
            String present,

            @NotBlank(message = "Choose a password.") @Size(max = 200, message = "Use at most 200 characters.")
            String password) {}

    @PutMapping("/profile")
    SignInSessions.Session setProfile(
            @Valid @RequestBody Profile form, HttpServletRequest request, HttpServletResponse response) {
        Person changed = people.setProfile(
                Current.person(), form.name(), Optional.ofNullable(form.zone()).map(TimeZoneName::read));
        signIns.goOn(changed, request, response);
        return signIns.of(changed);
    }

    /** Changes one's own password. All other sessions end, and no device is known any more. */
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(@Valid @RequestBody NewPassword form, HttpServletRequest request) {
        people.changePassword(Current.person(), form.present(), form.password());
        sessions.endOthers(Current.person(), request);
        devices.forget(Current.person().id());
    }

    @GetMapping("/credential-events")
    List<CredentialEvents.CredentialEntry> credentialEvents() {
        return events.of(Current.person());
    }
}
