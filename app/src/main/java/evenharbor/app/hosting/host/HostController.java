package evenharbor.app.hosting.host;

import evenharbor.app.who.access.IfMatch;
import evenharbor.core.hosting.host.HostFolder;
import evenharbor.core.hosting.host.HostLogin;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.hosting.host.WelcomeMail;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Hosts over HTTP. Passwords and keys go in and never come out. */
@RestController
@RequestMapping("/api/hosts")
class HostController {

    private final Hosts hosts;
    private final HostTests tests;
    private final HostProperties properties;

    HostController(Hosts hosts, HostTests tests, HostProperties properties) {
        this.hosts = hosts;
        this.tests = tests;
        this.properties = properties;
    }

    /**
     * A host.
     *
     * @param testing whether a test is under way
     * @param good whether the last test held all through
     * @param freeBelow name of a folder below its own that nothing is published to yet; empty when its own is free
     * @param freeFolder that folder
     */
    record HostView(
            String id,
            String name,
            Protocol protocol,
            String server,
            int port,
            String user,
            Hosts.SignIn signIn,
            String folder,
            String url,
            String identity,
            int connections,
            long revision,
            boolean testing,
            boolean good,
            @Schema(nullable = true) Instant testedAt,
            List<TestStep> steps,
            List<HostInUse.Use> uses,
            String freeBelow,
            String freeFolder) {}

    /** All hosts, and the folders of this machine that are open for publishing. */
    record HostsView(List<HostView> hosts, List<String> folders) {}

    record HostForm(
            @NotBlank(message = "Give the host a name, such as that of the hosting company.")
            @Size(max = 120, message = "A name has at most 120 letters.")
            String name,

            @NotNull(message = "Choose how files are sent.") Protocol protocol,

            @NotNull(message = "Name the server.")
            @Size(max = 250, message = "A server's name has at most 250 letters.")
            String server,

            @Schema(nullable = true) Integer port,

            @NotNull(message = "Give the user name, or none for a folder.")
            @Size(max = 200, message = "A user name has at most 200 letters.")
            String user,

            @Schema(nullable = true) @Size(max = 10_000, message = "A password or key has at most 10,000 letters.")
            String secret,

            @Schema(nullable = true) @Size(max = 1_000, message = "A passphrase has at most 1,000 letters.")
            String passphrase,

            @NotNull(message = "Name the folder, or none.")
            @Size(max = 500, message = "A folder has at most 500 letters.")
            String folder,

            @NotNull(message = "Give the URL, or none.") @Size(max = 500, message = "A URL has at most 500 letters.")
            String url,

            int connections) {}

    record MailForm(
            @NotNull(message = "Paste the mail.")
            @Size(max = 100_000, message = "Paste the part of the mail that holds the sign-in.")
            String text) {}

    /** What a mail says; null for what it does not. */
    record MailReading(
            @Schema(nullable = true) String server,
            @Schema(nullable = true) Protocol protocol,
            @Schema(nullable = true) Integer port,
            @Schema(nullable = true) String user,
            @Schema(nullable = true) String password,
            @Schema(nullable = true) String folder,
            @Schema(nullable = true) String url,
            @Schema(nullable = true) String name,
            List<String> cleanings) {}

    record TestForm(boolean makeFolder) {}

    record IdentityForm(
            @NotBlank(message = "Name what is to be accepted.")
            String identity) {}

    @GetMapping
    HostsView all() {
        return new HostsView(
                hosts.mine().stream().map(host -> view(host.id())).toList(),
                properties.folders().keySet().stream().sorted().toList());
    }

    @GetMapping("/{id}")
    HostView one(@PathVariable String id) {
        return view(id);
    }

    private HostView view(String id) {
        HostEntity host = hosts.entity(id);
        List<TestStep> steps = tests.steps(host);
        List<HostInUse.Use> uses = hosts.inUse(id);
        String free = HostFolder.free(
                host.folder, uses.stream().map(HostInUse.Use::folder).toList());
        return new HostView(
                host.id,
                host.name,
                host.protocol,
                host.server,
                host.port,
                host.user,
                hosts.signIn(host),
                host.folder,
                host.url,
                host.identity,
                host.connections,
                host.revision,
                tests.running(host),
                HostTests.good(steps),
                host.testedAt,
                steps,
                uses,
                free,
                HostFolder.below(host.folder, free));
    }

    /** Reads a welcome mail. Nothing is kept of it. */
    @PostMapping("/reading")
    MailReading read(@Valid @RequestBody MailForm form) {
        HostLogin login = WelcomeMail.read(form.text());
        return new MailReading(
                login.server().orElse(null),
                login.protocol().orElse(null),
                login.port().isPresent() ? login.port().getAsInt() : null,
                login.user().orElse(null),
                login.password().orElse(null),
                login.folder().orElse(null),
                login.url().orElse(null),
                login.server().map(HostLogin::nameOf).orElse(null),
                login.cleanings());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    HostView add(@Valid @RequestBody HostForm form) {
        return view(hosts.add(wanted(form)).id());
    }

    @PutMapping("/{id}")
    HostView change(
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody HostForm form) {
        hosts.change(id, wanted(form), IfMatch.revision(ifMatch));
        return view(id);
    }

    private static Hosts.Wanted wanted(HostForm form) {
        return new Hosts.Wanted(
                form.name(),
                form.protocol(),
                form.server(),
                Optional.ofNullable(form.port()),
                form.user(),
                Optional.ofNullable(form.secret()).filter(s -> !s.isEmpty()),
                Optional.ofNullable(form.passphrase()),
                form.folder(),
                form.url(),
                form.connections());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        hosts.remove(id);
    }

    @PostMapping("/{id}/tests")
    @ResponseStatus(HttpStatus.ACCEPTED)
    HostView test(@PathVariable String id, @RequestBody TestForm form) {
        tests.begin(id, form.makeFolder());
        return view(id);
    }

    @PutMapping("/{id}/identity")
    HostView accept(@PathVariable String id, @Valid @RequestBody IdentityForm form) {
        tests.accept(id, form.identity());
        return view(id);
    }
}
