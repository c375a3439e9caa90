package evenharbor.app.overview.calendar;

import evenharbor.app.common.problem.Problem;
import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The calendar of renewals over HTTP: its URL for the person, the calendar for their calendar program. */
@RestController
class CalendarController {

    private final RenewalCalendar calendar;

    CalendarController(RenewalCalendar calendar) {
        this.calendar = calendar;
    }

    record CalendarView(String url) {}

    @GetMapping("/api/calendar")
    CalendarView url() {
        return new CalendarView(calendar.url());
    }

    @Hidden
    @GetMapping(path = "/calendar/{token}.ics", produces = "text/calendar;charset=utf-8")
    String read(@PathVariable String token) {
        return calendar.read(token).orElseThrow(() -> Problem.notFound("This calendar"));
    }
}
