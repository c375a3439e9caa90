package evenharbor.app.practice.world;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.HarborProperties;
import evenharbor.app.hosting.host.HostProperties;
import evenharbor.app.where.certificate.AuthorityProperties;
import evenharbor.app.where.dns.DnsProperties;
import evenharbor.app.where.dns.ZoneProperties;
import evenharbor.app.where.domain.PublicAddresses;
import evenharbor.app.where.registry.RegistryProperties;
import evenharbor.practice.authority.Acme;
import evenharbor.practice.authority.AuthorityServer;
import evenharbor.practice.authority.Root;
import evenharbor.practice.clock.PracticeClock;
import evenharbor.practice.dns.PracticeDns;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.mail.PracticeMail;
import evenharbor.practice.registry.EppServer;
import evenharbor.practice.registry.Registry;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** The practice harbor of this process: starts and stops with it. */
@Component
@ConditionalOnBooleanProperty("harbor.practice")
public class World implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(World.class);

    /** The other company that names can be registered with. */
    private static final String ELSEWHERE = "elsewhere";

    private final HarborProperties harbor;
    private final WorldProperties properties;
    private final DnsProperties dnsProperties;
    private final ZoneProperties zones;
    private final RegistryProperties registryProperties;
    private final PublicAddresses lead;
    private final AuthorityProperties authorityProperties;
    private final HostProperties hosts;
    private final Clock clock;
    private final Path clockFile;
    private final ScheduledExecutorService ticks = Executors.newSingleThreadScheduledExecutor(
            new ThreadFactoryBuilder().setNameFormat("practice").setDaemon(true).build());
    private PracticeDns dns;
    private Registry registry;
    private EppServer epp;
    private Acme acme;
    private AuthorityServer authority;
    private Root root;
    private HostingCompanies hosting;
    private PracticeMail mail;
    private volatile boolean running;

    World(
            HarborProperties harbor,
            WorldProperties properties,
            DnsProperties dnsProperties,
            ZoneProperties zones,
            RegistryProperties registryProperties,
            PublicAddresses lead,
            AuthorityProperties authorityProperties,
            HostProperties hosts,
            Clock clock) {
        this.harbor = harbor;
        this.properties = properties;
        this.dnsProperties = dnsProperties;
        this.zones = zones;
        this.registryProperties = registryProperties;
        this.lead = lead;
        this.authorityProperties = authorityProperties;
        this.hosts = hosts;
        this.clock = clock;
        this.clockFile = harbor.home().resolve("practice").resolve("clock");
    }

    @Override
    public void start() {
        running = true;
        if (!harbor.practice()) {
            return;
        }
        followClock();
        ticks.scheduleWithFixedDelay(this::tick, 300, 300, TimeUnit.MILLISECONDS);
        if (!properties.run()) {
            return;
        }
        Path folder = harbor.home().resolve("practice");
        try {
            dns = new PracticeDns(
                    new PracticeDns.Setup(
                            dnsProperties.port(),
                            folder.resolve("zones"),
                            registryProperties.endings(),
                            harbor.nameEnding(),
                            lead.v4().get(0),
                            zones.keyName(),
                            zones.keySecret()),
                    clock);
            registry = new Registry(registryProperties.endings(), folder.resolve("registry"), dns::delegate, clock);
            epp = new EppServer(
                    registry, registryProperties.port(), registryProperties.client(), registryProperties.password());
            root = new Root(folder.resolve("authority"), clock);
            acme = new Acme(root, dns::ask, harbor.visitors().port(), folder.resolve("authority"), clock);
            authority = new AuthorityServer(
                    acme, root, authorityProperties.directory().getPort());
            hosting = new HostingCompanies(
                    new HostingCompanies.Setup(
                            folder.resolve("hosting"),
                            properties.ftpPort(),
                            properties.ftpsPort(),
                            properties.sftpPort(),
                            properties.webPort(),
                            hosts.folders().values().stream().findFirst().orElse(folder.resolve("opened"))),
                    clock);
            mail = new PracticeMail(properties.mailPort(), folder.resolve("mail"), clock);
        } catch (IOException e) {
            throw new UncheckedIOException("The practice harbor cannot be started", e);
        }
    }

    private void tick() {
        try {
            followClock();
            if (registry != null) {
                registry.tidy();
            }
        } catch (RuntimeException e) {
            LOG.warn("The practice harbor stumbled", e);
        }
    }

    /** The clock's offset lies in a file, so that it outlives a restart and all nodes follow it. */
    private void followClock() {
        if (clock instanceof PracticeClock practice && !loading) {
            try {
                practice.setOffset(
                        Files.exists(clockFile)
                                ? Duration.parse(Files.readString(clockFile).strip())
                                : Duration.ZERO);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private volatile boolean loading;

    /** Lets the clock be set freely, for loading a past, until it is said to be over. */
    public void setLoading(boolean loading) {
        this.loading = loading;
    }

    /** Whether there is a practice harbor in this process. */
    public boolean here() {
        return dns != null;
    }

    PracticeDns dns() {
        return dns;
    }

    Registry registry() {
        return registry;
    }

    Acme acme() {
        return acme;
    }

    /** The hosting companies of the practice harbor. */
    public HostingCompanies hosting() {
        return hosting;
    }

    /** The mail server of the practice harbor. */
    public PracticeMail mail() {
        return mail;
    }

    /** The port of the hosting company that speaks SFTP. */
    public int sftpPort() {
        return properties.sftpPort();
    }

    /** The practice authority's root certificate, as a PEM file. */
    Path rootFile() {
        return root.file();
    }

    EppServer epp() {
        return epp;
    }

    Instant now() {
        return clock.instant();
    }

    /** How far the clock is from the real one. */
    Duration offset() {
        return clock instanceof PracticeClock practice ? practice.offset() : Duration.ZERO;
    }

    /** Moves the clock on; every job follows. */
    public void moveClock(Duration by) {
        Duration offset = offset().plus(by);
        try {
            Files.createDirectories(clockFile.getParent());
            Files.writeString(clockFile, offset.toString());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        followClock();
    }

    /** Registers a name with the other company, with a zone of its own there. @return whether it was free */
    public boolean registerElsewhere(String domain) {
        Optional<Registry.Registered> made =
                registry.create(domain, ELSEWHERE, 1, List.of(PracticeDns.ELSEWHERE_SERVER));
        made.ifPresent(m -> dns.beginElsewhere(domain));
        return made.isPresent();
    }

    /** Sets records of a zone at the other company. */
    public void setElsewhere(String domain, String name, String type, long ttl, List<String> data) throws IOException {
        dns.setElsewhere(domain, name, type, ttl, data);
    }

    /** Hands a name registered with the other company to name servers, or back to its own. @return whether it is there */
    public boolean delegateElsewhere(String domain, List<String> servers) {
        Optional<Registry.Registered> name =
                registry.find(domain).filter(n -> n.sponsor().equals(ELSEWHERE));
        name.ifPresent(n -> registry.delegate(n, servers.isEmpty() ? List.of(PracticeDns.ELSEWHERE_SERVER) : servers));
        return name.isPresent();
    }

    @Override
    public void stop() {
        running = false;
        ticks.shutdownNow();
        try {
            if (dns != null) {
                dns.close();
                epp.close();
                authority.close();
                hosting.close();
                mail.close();
            }
        } catch (IOException e) {
            LOG.warn("The practice harbor did not stop cleanly", e);
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** The outside world is there before anything asks it, and for longer. */
    @Override
    public int getPhase() {
        return DEFAULT_PHASE - 8192;
    }
}
