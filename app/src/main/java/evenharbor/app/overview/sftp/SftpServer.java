package evenharbor.app.overview.sftp;

import evenharbor.app.HarborProperties;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.Person;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Stream;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.channel.Channel;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.file.FileSystemFactory;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.common.session.SessionContext;
import org.apache.sshd.common.session.SessionListener;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.channel.ChannelSessionFactory;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.session.ServerSession;
import org.apache.sshd.sftp.common.SftpException;
import org.apache.sshd.sftp.server.SftpErrorStatusDataHandler;
import org.apache.sshd.sftp.server.SftpSubsystem;
import org.apache.sshd.sftp.server.SftpSubsystemEnvironment;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;

/** Takes files by SFTP: the user is a site, the password a token that may change it, and its draft the folder. */
@Component
class SftpServer {

    private static final Logger LOG = LoggerFactory.getLogger(SftpServer.class);
    private static final String FOLDER = "sftp-";

    /** No session lasts so long. */
    private static final Duration LEFT_BEHIND = Duration.ofDays(2);

    private static final int MOST_GUESSES = 6;
    private static final int MOST_OF_ONE_SITE = 8;

    /** Each keeps the names of a draft in memory. */
    private static final int MOST_SESSIONS = 64;

    private static final AttributeKey<SignedIn> SIGNED_IN = new AttributeKey<>();
    private static final AttributeKey<Boolean> SIGNED_OFF = new AttributeKey<>();

    static {
        // The library would add a security provider for the whole process, by whose keys others' work with certificates
        // goes wrong; it needs it for itself alone.
        System.setProperty("org.apache.sshd.security.provider.BC.useNamed", "false");
    }

    private final SftpProperties properties;
    private final HostKey key;
    private final SftpKeys keys;
    private final Sites sites;
    private final Addresses addresses;
    private final SftpArrivals arrivals;
    private final Blobs blobs;
    private final Path incoming;
    /** Pauses of programs are pauses of the real world, also where the practice clock is moved. */
    private final Clock clock = Clock.systemUTC();

    private final Map<FileSystem, SftpSession> sessions = new ConcurrentHashMap<>();
    private final ScheduledExecutorService quiet = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "sftp-quiet");
        thread.setDaemon(true);
        return thread;
    });
    private SshServer server;

    SftpServer(
            SftpProperties properties,
            HostKey key,
            SftpKeys keys,
            Sites sites,
            Addresses addresses,
            SftpArrivals arrivals,
            Blobs blobs,
            HarborProperties harbor) {
        this.properties = properties;
        this.key = key;
        this.keys = keys;
        this.sites = sites;
        this.addresses = addresses;
        this.arrivals = arrivals;
        this.blobs = blobs;
        this.incoming = harbor.home()
                .resolve("incoming")
                .resolve(FOLDER + ProcessHandle.current().pid());
    }

    private record SignedIn(String siteId, Pass pass, Person by) {}

    /** The TCP port that it listens at; empty while it does not. */
    Optional<Integer> port() {
        return Optional.ofNullable(server).map(SshServer::getPort);
    }

    /** What programs are shown of the key, to compare it by. */
    String fingerprint() {
        return KeyUtils.getFingerPrint(key.pair().getPublic());
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        if (properties.port() < 0) {
            return;
        }
        SshServer starting = SshServer.setUpDefaultServer();
        starting.setHost(properties.bind());
        starting.setPort(properties.port());
        starting.setKeyPairProvider(KeyPairProvider.wrap(key.pair()));
        starting.setPasswordAuthenticator((user, password, session) ->
                signIn(user, arrivals.pass(password.strip()), session).isPresent());
        starting.setPublickeyAuthenticator((user, key, session) -> {
            Optional<Person> person = signIn(user, keys.pass(key), session);
            person.ifPresent(each -> keys.used(key, each.id()));
            return person.isPresent();
        });
        starting.setFileSystemFactory(new DraftFolders());
        starting.setChannelFactories(List.of(new ChannelSessionFactory() {
            @Override
            public Channel createChannel(Session session) {
                return new ProgramChannel();
            }
        }));
        starting.setSubsystemFactories(List.of(new Subsystems()));
        starting.addSessionListener(new SessionListener() {
            @Override
            public void sessionDisconnect(
                    Session session, int reason, String words, String language, boolean initiator) {
                if (!initiator) {
                    session.setAttribute(SIGNED_OFF, true);
                }
            }
        });
        CoreModuleProperties.TCP_NODELAY.set(starting, true);
        CoreModuleProperties.MAX_AUTH_REQUESTS.set(starting, MOST_GUESSES);
        CoreModuleProperties.MAX_CONCURRENT_SESSIONS.set(starting, MOST_OF_ONE_SITE);
        removeLeftBehind();
        try {
            starting.start();
            server = starting;
            quiet.scheduleWithFixedDelay(this::lookForQuiet, 1, 1, TimeUnit.SECONDS);
        } catch (IOException e) {
            LOG.warn("No files are taken by SFTP: port {} cannot be used ({})", properties.port(), e.getMessage());
        }
    }

    /** What sessions of processes left behind that were killed. */
    private void removeLeftBehind() {
        Path all = incoming.getParent();
        if (!Files.isDirectory(all)) {
            return;
        }
        try (Stream<Path> each = Files.list(all)) {
            for (Path left : (Iterable<Path>) each::iterator) {
                String name = left.getFileName().toString();
                if (name.startsWith(FOLDER)
                        && Files.getLastModifiedTime(left)
                                .toInstant()
                                .isBefore(clock.instant().minus(LEFT_BEHIND))) {
                    FileSystemUtils.deleteRecursively(left);
                }
            }
        } catch (IOException e) {
            LOG.warn("What was left behind in {} could not be removed", all, e);
        }
    }

    private void lookForQuiet() {
        for (SftpSession session : sessions.values()) {
            try {
                session.rest(properties.quiet());
            } catch (Throwable e) {
                LOG.warn("A session could not be looked at", e);
            }
        }
        arrivals.tryAgain();
    }

    @EventListener(ContextClosedEvent.class)
    void stop() throws IOException {
        quiet.shutdownNow();
        if (server != null) {
            server.stop(true);
        }
        FileSystemUtils.deleteRecursively(incoming);
    }

    /** @return whom it speaks for; empty when it opens nothing */
    private Optional<Person> signIn(String user, Pass pass, ServerSession session) {
        Optional<SignedIn> in = sitesOf(user.strip())
                .flatMap(site -> pass.person(site).map(by -> new SignedIn(site, pass, by)).stream())
                .findFirst();
        in.ifPresent(each -> session.setAttribute(SIGNED_IN, each));
        return in.map(SignedIn::by);
    }

    /** The sites that a user may be: by id, or by a host name, which several may name while none has proven it. */
    private Stream<String> sitesOf(String user) {
        return Stream.concat(
                sites.find(user).map(Site::id).stream(),
                addresses.at(user).stream()
                        .filter(address -> address.path().equals("/"))
                        .map(Address::siteId));
    }

    /** Gives each channel the draft as its folder. */
    private final class DraftFolders implements FileSystemFactory {

        @Override
        public Path getUserHomeDir(SessionContext session) {
            return null;
        }

        @Override
        public FileSystem createFileSystem(SessionContext context) throws IOException {
            if (sessions.size() >= MOST_SESSIONS) {
                throw new IOException("Too many programs send files at once. Try again in a while.");
            }
            SignedIn in = context.getAttribute(SIGNED_IN);
            Draft draft = arrivals.draft(in.siteId());
            Staging staging = new Staging(
                    arrivals.files(draft),
                    draft.changedAt(),
                    incoming.resolve(UUID.randomUUID().toString()),
                    blobs);
            sessions.put(staging.names(), new SftpSession(in.siteId(), in.pass(), in.by(), staging, arrivals, clock));
            return staging.names();
        }
    }

    /** A channel that knows who closed it. */
    private static final class ProgramChannel extends ChannelSession {

        private volatile boolean closedByProgram;

        @Override
        public void handleEof() throws IOException {
            closedByProgram = true;
            super.handleEof();
        }

        @Override
        public void handleClose() throws IOException {
            closedByProgram = true;
            super.handleClose();
        }
    }

    /** Programs are told what an upload in the browser would say. */
    private static final class Sentences implements SftpErrorStatusDataHandler {

        @Override
        public String resolveErrorMessage(
                SftpSubsystemEnvironment subsystem, int id, Throwable e, int status, int command, Object... arguments) {
            return e instanceof SftpException || e instanceof UnsupportedOperationException
                    ? e.getMessage()
                    : SftpErrorStatusDataHandler.super.resolveErrorMessage(
                            subsystem, id, e, status, command, arguments);
        }
    }

    private final class Subsystems extends SftpSubsystemFactory {

        private Subsystems() {
            setFileSystemAccessor(new StagedFiles(sessions::get));
            setErrorStatusDataHandler(new Sentences());
        }

        @Override
        public Command createSubsystem(ChannelSession channel) throws IOException {
            return new SftpSubsystem(channel, this) {
                private final Lock ending = new ReentrantLock();

                /** Called by several threads at once: none closes the folder while another makes a change of it. */
                @Override
                public void destroy(ChannelSession ended) {
                    ending.lock();
                    try {
                        SftpSession session = sessions.remove(fileSystem);
                        if (session != null) {
                            end(session, ended);
                        }
                        super.destroy(ended);
                    } finally {
                        ending.unlock();
                    }
                }
            };
        }

        /** Whoever signs off, or closes the channel, has sent all that was to be sent; a line that is cut has not. */
        private void end(SftpSession session, ChannelSession channel) {
            try (session) {
                boolean signedOff = Boolean.TRUE.equals(channel.getSession().getAttribute(SIGNED_OFF));
                if (signedOff || channel instanceof ProgramChannel line && line.closedByProgram) {
                    session.signOff();
                }
            } catch (IOException e) {
                LOG.warn("What a session left could not be removed", e);
            }
        }
    }
}
