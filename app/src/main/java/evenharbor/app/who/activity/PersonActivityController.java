package evenharbor.app.who.activity;

import evenharbor.app.who.access.Current;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What each of the people of an account did there. */
@RestController
class PersonActivityController {

    private static final int MOST = 100;

    private final Activities activities;

    PersonActivityController(Activities activities) {
        this.activities = activities;
    }

    @GetMapping("/api/people/{id}/activities")
    List<Activities.DoneBy> by(@PathVariable String id, @RequestParam(required = false) Long before) {
        return activities.by(Current.person().accountId(), id, Activities.before(before), MOST);
    }
}
