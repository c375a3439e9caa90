package evenharbor.app.hosting.host;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.hosting.transfer.PrivateKey;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.hosting.host.HostFolder;
import evenharbor.core.hosting.host.HostLogin;
import evenharbor.core.hosting.host.Protocol;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The hosts of the current person's account. Other accounts' hosts are simply not there. */
@Service
@Transactional
public class Hosts {

    private static final int HIGHEST_PORT = 65_535;
    private static final int MOST_CONNECTIONS = 8;

    private final HostRepository repository;
    private final HostProperties properties;
    private final ObjectProvider<HostInUse> uses;
    private final Secrets secrets;
    private final Activities activities;
    private final Clock clock;

    Hosts(
            HostRepository repository,
            HostProperties properties,
            ObjectProvider<HostInUse> uses,
            Secrets secrets,
            Activities activities,
            Clock clock) {
        this.repository = repository;
        this.properties = properties;
        this.uses = uses;
        this.secrets = secrets;
        this.activities = activities;
        this.clock = clock;
    }

    /**
     * What an owner says of a host.
     *
     * @param secret a password or a private key; empty to keep the one that is saved
     * @param passphrase what opens the key; used once and not kept
     */
    public record Wanted(
            String name,
            Protocol protocol,
            String server,
            Optional<Integer> port,
            String user,
            Optional<String> secret,
            Optional<String> passphrase,
            String folder,
            String url,
            int connections) {}

    /** One of the person's hosts. */
    @Transactional(readOnly = true)
    public Host mine(String id) {
        return entity(id).toHost();
    }

    /** What several hosts are called, by id; without asking when none is meant. */
    @Transactional(readOnly = true)
    public Map<String, String> names(Collection<String> ids) {
        return ids.isEmpty()
                ? Map.of()
                : repository.findByIdIn(ids).stream().collect(Collectors.toMap(host -> host.id, host -> host.name));
    }

    /** A host of anyone's, for work that nobody in particular asked for. */
    @Transactional(readOnly = true)
    public Optional<Host> find(String id) {
        return repository.findById(id).map(HostEntity::toHost);
    }

    @Transactional(readOnly = true)
    public List<Host> mine() {
        return repository.findByAccountIdOrderByCreatedAt(Current.person().accountId()).stream()
                .map(HostEntity::toHost)
                .toList();
    }

    /**
     * All hosts that lead to the same account as a host, itself among them: those of its owner, and for a folder of this
     * machine everyone's.
     */
    @Transactional(readOnly = true)
    public List<Host> sameAccount(Host host) {
        List<HostEntity> all = host.protocol() == Protocol.FOLDER
                ? repository.findByProtocolAndServer(Protocol.FOLDER, host.server())
                : repository.findByAccountIdOrderByCreatedAt(host.accountId());
        return all.stream()
                .map(HostEntity::toHost)
                .filter(other -> other.account().equals(host.account()))
                .toList();
    }

    HostEntity entity(String id) {
        return repository
                .findByIdAndAccountId(id, Current.person().accountId())
                .orElseThrow(() -> Problem.notFound("This host"));
    }

    /** Saves a host. */
    public Host add(Wanted wanted) {
        Person person = Current.person();
        HostEntity host = new HostEntity();
        host.id = Ids.id();
        host.accountId = person.accountId();
        host.identity = "";
        host.testState = HostEntity.TestState.NONE;
        host.test = "[]";
        host.createdBy = person.id();
        host.createdAt = clock.instant();
        take(host, wanted);
        onlyOnce(host);
        note("added " + host.name);
        return repository.save(host).toHost();
    }

    Host change(String id, Wanted wanted, OptionalLong expected) {
        HostEntity host = entity(id);
        if (expected.isPresent() && expected.getAsLong() != host.revision) {
            throw Problem.stale("this host", host.revision);
        }
        take(host, wanted);
        onlyOnce(host);
        repository.flush();
        note("changed " + host.name);
        return host.toHost();
    }

    private void onlyOnce(HostEntity entity) {
        Host host = entity.toHost();
        sameAccount(host).stream()
                .filter(other -> !other.id().equals(host.id())
                        && other.accountId().equals(host.accountId())
                        && other.port() == host.port())
                .findFirst()
                .ifPresent(other -> {
                    throw Problem.field(
                            "server",
                            "You have this account already, as “" + other.name()
                                    + "”. A host is saved once and used by many sites, each in a folder of its own.");
                });
    }

    private void note(String what) {
        activities.note(ActivityKind.HOST_CHANGED, Activities.NO_SITE, Current.person(), what);
    }

    private void take(HostEntity host, Wanted wanted) {
        boolean elsewhere = host.server != null
                && !(host.protocol == wanted.protocol()
                        && host.server.equals(HostLogin.bare(wanted.server()))
                        && host.port == wanted.port().orElse(wanted.protocol().port()));
        host.name = wanted.name().strip();
        host.protocol = wanted.protocol();
        host.folder = HostFolder.clean(printable("folder", wanted.folder()));
        host.url = url(wanted.url());
        host.connections = Math.max(1, Math.min(MOST_CONNECTIONS, wanted.connections()));
        if (wanted.protocol() == Protocol.FOLDER) {
            if (!properties.folders().containsKey(wanted.server())) {
                throw Problem.field("server", "Choose one of the folders that are open for publishing.");
            }
            host.server = wanted.server();
            host.port = 0;
            host.user = "";
            host.secret = null;
            return;
        }
        host.server = HostLogin.bare(wanted.server());
        if (!HostLogin.isServer(host.server)) {
            throw Problem.field(
                    "server", "Give the server's name, such as ftp.example.org, without anything before it.");
        }
        host.port = wanted.port().orElse(wanted.protocol().port());
        if (host.port < 1 || host.port > HIGHEST_PORT) {
            throw Problem.field("port", "A port is a number from 1 to 65535.");
        }
        host.user = printable("user", wanted.user().strip());
        if (host.user.isEmpty()) {
            throw Problem.field("user", "Give the user name to sign in with.");
        }
        if (wanted.secret().isPresent()) {
            if (!PrivateKey.looksLike(wanted.secret().get())) {
                printable("secret", wanted.secret().get());
            }
            host.secret = secrets.sealed(usable(
                    wanted.protocol(),
                    wanted.secret().get(),
                    wanted.passphrase().orElse("")));
        } else if (host.secret == null || elsewhere) {
            // A saved password is never sent to another server than the one it was given for.
            throw Problem.field("secret", "Give the password: for another server it has to be given again.");
        }
        if (elsewhere) {
            host.identity = "";
        }
    }

    /** A line break in what is sent to a host would begin another command there. */
    public static String printable(String field, String given) {
        if (given.chars().anyMatch(Character::isISOControl)) {
            throw Problem.field(field, "There is an unprintable character in this. Type it anew.");
        }
        return given;
    }

    private static String usable(Protocol protocol, String secret, String passphrase) {
        if (!PrivateKey.looksLike(secret)) {
            return secret;
        }
        if (protocol != Protocol.SFTP) {
            throw Problem.field("secret", "A private key signs in over SFTP only. Give the password.");
        }
        try {
            return PrivateKey.unlocked(secret, passphrase);
        } catch (PrivateKey.Unusable e) {
            throw Problem.field(e.forPassphrase() ? "passphrase" : "secret", e.getMessage());
        }
    }

    /** What a host is signed in to with. */
    enum SignIn {
        NOTHING,
        PASSWORD,
        KEY
    }

    SignIn signIn(HostEntity host) {
        if (host.secret == null) {
            return SignIn.NOTHING;
        }
        try {
            return PrivateKey.looksLike(secrets.opened(host.secret)) ? SignIn.KEY : SignIn.PASSWORD;
        } catch (Secrets.CannotOpen e) {
            return SignIn.NOTHING;
        }
    }

    /** A URL at which visitors see a folder, cleaned; empty stays empty. */
    public static String url(String typed) {
        String given = typed.strip();
        if (given.isEmpty()) {
            return "";
        }
        String whole = given.matches("(?i)https?://.*") ? given : "http://" + given;
        try {
            URI uri = new URI(whole.replaceFirst("[?#].*$", ""));
            if (uri.getHost() == null && uri.getAuthority() == null) {
                throw new IllegalArgumentException(whole);
            }
            String ascii = uri.toASCIIString();
            return ascii.endsWith("/") ? ascii : ascii + "/";
        } catch (URISyntaxException | IllegalArgumentException e) {
            throw Problem.field(
                    "url", "Give the address of the pages as a browser shows it, such as https://example.org/.");
        }
    }

    /** Accepts a certificate or key as that of a host. */
    public Host accept(String id, String identity) {
        HostEntity host = entity(id);
        host.identity = identity;
        repository.flush();
        note("accepted the identity of " + host.name);
        return host.toHost();
    }

    void remove(String id) {
        HostEntity host = entity(id);
        List<HostInUse.Use> in = inUse(id);
        if (!in.isEmpty()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    in.get(0).site() + " publishes to this host. Nothing was changed. Remove that destination first.");
        }
        note("removed " + host.name);
        repository.delete(host);
    }

    List<HostInUse.Use> inUse(String id) {
        return uses.getObject().of(id);
    }
}
