package evenharbor.app.practice.world;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.host.HostingFault;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The practice hosting companies over HTTP: their welcome mails, and the faults that can be switched on. */
@RestController
@ConditionalOnBooleanProperty("harbor.practice")
@RequestMapping("/api/practice/hosting")
class HostingController {

    private final World world;

    HostingController(World world) {
        this.world = world;
    }

    /**
     * A hosting company: what it wrote to its customer, the private key it made for them, if it did, where visitors see the
     * folder, and what is wrong with it.
     */
    record HostingView(
            String name,
            String server,
            String mail,
            String key,
            String site,
            HostingFault fault,
            List<HostingFault> faults) {}

    record SetHostingFault(
            @NotNull(message = "Say what shall be wrong.") HostingFault fault) {}

    record ForeignEdit(@NotNull(message = "Name the file.") String path) {}

    @GetMapping
    List<HostingView> all() {
        return world.here() ? views() : List.of();
    }

    private List<HostingView> views() {
        return world.hosting().all().stream()
                .map(company -> new HostingView(
                        company.name(),
                        company.server(),
                        company.mail(),
                        world.hosting().keyFrom(company),
                        "http://" + company.site() + ":" + world.hosting().webPort() + "/",
                        company.account().manner().fault(),
                        List.of(HostingFault.values())))
                .toList();
    }

    private HostingCompanies.Company company(String name) {
        if (!world.here()) {
            throw new Problem(ProblemType.NOT_FOUND, "This harbor is no practice harbor. Nothing was changed.");
        }
        return world.hosting().all().stream()
                .filter(company -> company.name().equals(name))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This hosting company"));
    }

    @PutMapping("/{name}")
    List<HostingView> setFault(@PathVariable String name, @Valid @RequestBody SetHostingFault form) {
        company(name).account().manner().setFault(form.fault());
        return views();
    }

    /** Someone edits a file there by another way. */
    @PostMapping("/{name}/edits")
    List<HostingView> edit(@PathVariable String name, @Valid @RequestBody ForeignEdit form) throws IOException {
        if (!HostingCompanies.edit(company(name), form.path())) {
            throw Problem.field("path", "There is no such file. Nothing was changed.");
        }
        return views();
    }
}
