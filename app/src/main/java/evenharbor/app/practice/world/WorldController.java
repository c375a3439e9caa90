package evenharbor.app.practice.world;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.practice.authority.AuthorityFault;
import evenharbor.practice.dns.Fault;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The practice harbor over HTTP: its clock, what each stand-in holds, and the faults that can be switched on. */
@RestController
@ConditionalOnBooleanProperty("harbor.practice")
@RequestMapping("/api/practice")
class WorldController {

    private final World world;
    private final HarborProperties harbor;

    WorldController(World world, HarborProperties harbor) {
        this.world = world;
        this.harbor = harbor;
    }

    record StandIn(String label, Fault fault, List<Fault> faults, List<String> holdings) {}

    record RegisteredName(String domain, String sponsor, Instant expiresAt, List<String> nameServers) {}

    record PracticeView(
            boolean on,
            Instant now,
            long offsetSeconds,
            List<StandIn> standIns,
            boolean registryDown,
            List<RegisteredName> names,
            @Schema(nullable = true) AuthorityView authority) {}

    /** The practice authority: what is wrong with it, what can be, and what it issued. */
    record AuthorityView(AuthorityFault fault, List<AuthorityFault> faults, boolean hurried, List<IssuedName> issued) {}

    record IssuedName(String name, Instant until) {}

    record ClockMove(
            @Min(value = 1, message = "Move it on by a second at least.")
            @Max(value = 366L * 86_400, message = "Move it on by a year at most.")
            long seconds) {}

    record SetFault(
            @NotNull(message = "Say what shall be wrong.") Fault fault) {}

    record SetDown(boolean down) {}

    record Elsewhere(@NotNull(message = "Name the domain.") String domain) {}

    record ElsewhereRecords(
            @NotNull(message = "Say at which name.") String name,
            @NotNull(message = "Say which type.") String type,
            long ttl,
            @NotNull(message = "List the data, or none.") List<String> data) {}

    record ElsewhereServers(
            @NotNull(message = "List the servers, or none for its own.")
            List<String> servers) {}

    @GetMapping
    PracticeView practice() {
        if (!world.here()) {
            return new PracticeView(false, world.now(), world.offset().toSeconds(), List.of(), false, List.of(), null);
        }
        List<StandIn> standIns = world.dns().labels().stream()
                .map(label -> new StandIn(
                        label,
                        world.dns().fault(label),
                        faults(label),
                        world.dns().holdings(label)))
                .toList();
        List<RegisteredName> names = world.registry().names().stream()
                .map(n -> new RegisteredName(n.domain(), n.sponsor(), n.expires(), n.nameServers()))
                .toList();
        return new PracticeView(
                true,
                world.now(),
                world.offset().toSeconds(),
                standIns,
                world.epp().down(),
                names,
                new AuthorityView(
                        world.acme().fault(),
                        List.of(AuthorityFault.values()),
                        world.acme().hurried(),
                        world.acme().issued().entrySet().stream()
                                .map(e -> new IssuedName(e.getKey(), e.getValue()))
                                .toList()));
    }

    private static List<Fault> faults(String label) {
        List<Fault> faults = new ArrayList<>(List.of(Fault.NONE, Fault.SILENT, Fault.SLOW, Fault.FAILING));
        faults.add(label.equals("resolver") ? Fault.STALE : Fault.LAME);
        return faults;
    }

    private World here() {
        if (!world.here()) {
            throw new Problem(ProblemType.NOT_FOUND, "This harbor is no practice harbor. Nothing was changed.");
        }
        return world;
    }

    @PostMapping("/clock")
    PracticeView move(@Valid @RequestBody ClockMove form) {
        if (!harbor.practice()) {
            throw new Problem(ProblemType.NOT_FOUND, "This harbor's clock is the real one. Nothing was changed.");
        }
        world.moveClock(Duration.ofSeconds(form.seconds()));
        return practice();
    }

    @PutMapping("/stand-ins/{label}")
    PracticeView setFault(@PathVariable String label, @Valid @RequestBody SetFault form) {
        if (!here().dns().labels().contains(label)) {
            throw Problem.notFound("This stand-in");
        }
        world.dns().setFault(label, form.fault());
        return practice();
    }

    @PutMapping("/registry")
    PracticeView setDown(@RequestBody SetDown form) {
        here().epp().setDown(form.down());
        return practice();
    }

    /** How the practice authority behaves; {@code hurried} when it advises to renew at once what it issued so far. */
    record AuthorityManner(
            @NotNull(message = "Say what shall be wrong.") AuthorityFault fault, boolean hurried) {}

    @PutMapping("/authority")
    PracticeView setAuthority(@Valid @RequestBody AuthorityManner form) {
        here().acme().setFault(form.fault());
        if (world.acme().hurried() != form.hurried()) {
            world.acme().setHurried(form.hurried());
        }
        return practice();
    }

    @GetMapping(path = "/authority/root", produces = "application/x-pem-file")
    Resource root() {
        return new FileSystemResource(here().rootFile());
    }

    @PostMapping("/resolver/cache")
    PracticeView forget() {
        here().dns().forget();
        return practice();
    }

    @PostMapping("/elsewhere")
    PracticeView registerElsewhere(@Valid @RequestBody Elsewhere form) {
        if (!here().registry().sells(form.domain())) {
            throw Problem.field(
                    "domain", "The registry does not sell names such as " + form.domain() + ". Nothing was changed.");
        }
        if (!world.registerElsewhere(form.domain())) {
            throw new Problem(ProblemType.NAME_TAKEN, form.domain() + " is registered already. Nothing was changed.");
        }
        return practice();
    }

    @PutMapping("/elsewhere/{domain}/records")
    PracticeView setRecords(@PathVariable String domain, @Valid @RequestBody ElsewhereRecords form) {
        try {
            here().setElsewhere(domain, form.name(), form.type(), form.ttl(), form.data());
        } catch (IOException | IllegalArgumentException e) {
            throw Problem.field("data", "These records cannot be read: " + e.getMessage() + ". Nothing was changed.");
        }
        return practice();
    }

    @PutMapping("/elsewhere/{domain}/servers")
    PracticeView setServers(@PathVariable String domain, @Valid @RequestBody ElsewhereServers form) {
        try {
            if (!here().delegateElsewhere(domain, form.servers())) {
                throw Problem.notFound("This domain");
            }
        } catch (IllegalArgumentException e) {
            throw Problem.field("servers", "A server is named by its host name. Nothing was changed.");
        }
        return practice();
    }
}
