package evenharbor.app.who.access;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What holds for an account as a whole, over HTTP. */
@RestController
@RequestMapping("/api/account")
class AccountController {

    private final People people;

    AccountController(People people) {
        this.people = people;
    }

    /** The time zone that an account goes by. @param zone its name, such as Europe/Berlin */
    record ZoneForm(
            @NotBlank(message = "Choose a time zone.") String zone) {}

    @PutMapping("/zone")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setZone(@Valid @RequestBody ZoneForm form) {
        people.setZone(Current.person().accountId(), TimeZoneName.read(form.zone()));
    }
}
