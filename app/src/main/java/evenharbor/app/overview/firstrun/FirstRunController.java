package evenharbor.app.overview.firstrun;

import evenharbor.app.Restart;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.who.access.FirstPerson;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Setting a new harbor up, for whoever knows the code that its folder holds. */
@RestController
@RequestMapping("/api/first-run")
class FirstRunController {

    private final FirstRunCode code;
    private final FirstRunChecks checks;
    private final WorldSight world;
    private final SettingsFile settings;
    private final FirstPerson first;
    private final Restart restart;

    FirstRunController(
            FirstRunCode code,
            FirstRunChecks checks,
            WorldSight world,
            SettingsFile settings,
            FirstPerson first,
            Restart restart) {
        this.code = code;
        this.checks = checks;
        this.world = world;
        this.settings = settings;
        this.first = first;
        this.restart = restart;
    }

    /** @param awaited whether this harbor waits to be set up */
    record FirstRunView(boolean awaited) {}

    /** @param code what even-harbor-admin first-run tells */
    record FirstRunCodeForm(@NotNull @Size(max = 100) String code) {}

    /** @param numbers the public numbers that this machine knows of itself */
    record FirstRunStart(List<String> numbers) {}

    record FirstRunTrial(
            @NotNull @Size(max = 100) String code,
            @NotNull @Valid FirstRunSettings settings) {}

    /** A record to enter into DNS. @param what what is reached by it */
    record NeededRecordView(String name, String type, String value, String what) {}

    record FirstRunReport(List<NeededRecordView> records, List<FirstRunChecks.Check> checks) {}

    record FirstRunForm(
            @NotNull @Size(max = 100) String code,
            @NotNull @Valid FirstRunSettings settings,
            @NotNull @Valid FirstPerson.Owner owner) {}

    /** @param origin where people open the application from now on, once it has started again */
    record FirstRunDone(String origin) {}

    @GetMapping
    FirstRunView firstRun() {
        return new FirstRunView(code.awaited());
    }

    @PostMapping("/start")
    FirstRunStart start(@Valid @RequestBody FirstRunCodeForm form) {
        code.check(form.code());
        return new FirstRunStart(world.ownNumbers());
    }

    @PostMapping("/checks")
    FirstRunReport check(@Valid @RequestBody FirstRunTrial form) {
        code.check(form.code());
        refuse(FirstRunFaults.ofNames(form.settings()));
        return new FirstRunReport(
                FirstRunChecks.records(form.settings()).stream()
                        .map(each -> new NeededRecordView(each.name(), each.type(), each.value(), each.what()))
                        .toList(),
                checks.all(form.settings()));
    }

    /** What is missing in the world can follow; what cannot be right is refused. */
    @PostMapping
    FirstRunDone setUp(@Valid @RequestBody FirstRunForm form, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        code.check(form.code());
        refuse(FirstRunFaults.of(form.settings()));
        FirstRunSettings wanted = form.settings();
        first.check(form.owner());
        settings.write(wanted);
        first.open(form.owner(), request, response);
        code.over();
        restart.soon();
        return new FirstRunDone(
                wanted.appName().isBlank() ? "" : "https://" + wanted.appName().strip());
    }

    private static void refuse(List<Problem.Violation> faults) {
        if (!faults.isEmpty()) {
            throw Problem.fields(faults);
        }
    }
}
