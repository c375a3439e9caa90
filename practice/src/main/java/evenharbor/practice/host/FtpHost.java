package evenharbor.practice.host;

import com.google.common.hash.Hashing;
import com.google.common.io.MoreFiles;
import java.io.Closeable;
import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocketFactory;
import org.apache.ftpserver.DataConnectionConfigurationFactory;
import org.apache.ftpserver.FtpServer;
import org.apache.ftpserver.FtpServerFactory;
import org.apache.ftpserver.command.Command;
import org.apache.ftpserver.command.CommandFactoryFactory;
import org.apache.ftpserver.ftplet.DefaultFtpReply;
import org.apache.ftpserver.ftplet.DefaultFtplet;
import org.apache.ftpserver.ftplet.FtpException;
import org.apache.ftpserver.ftplet.FtpFile;
import org.apache.ftpserver.ftplet.FtpRequest;
import org.apache.ftpserver.ftplet.FtpSession;
import org.apache.ftpserver.ftplet.FtpletResult;
import org.apache.ftpserver.listener.Listener;
import org.apache.ftpserver.listener.ListenerFactory;
import org.apache.ftpserver.message.MessageResource;
import org.apache.ftpserver.message.MessageResourceFactory;
import org.apache.ftpserver.ssl.ClientAuth;
import org.apache.ftpserver.ssl.SslConfiguration;
import org.apache.ftpserver.usermanager.impl.BaseUser;
import org.apache.ftpserver.usermanager.impl.ConcurrentLoginPermission;
import org.apache.ftpserver.usermanager.impl.WritePermission;
import org.apache.mina.core.session.IoSession;
import org.apache.mina.transport.socket.SocketSessionConfig;

/** An FTP server for one account, with TLS for those who ask for it, and at a second port from the first byte. */
public final class FtpHost implements Closeable {

    private final HostingAccount account;
    private final FtpServer server;
    private final Listener listener;
    private final Listener secure;
    private final Set<IoSession> sessions = ConcurrentHashMap.newKeySet();

    /**
     * Starts a server.
     *
     * @param number the loopback address to listen at
     * @param port TCP port; 0 for any free one
     * @param name what its certificate is made out to
     * @param keys the folder for its certificates
     */
    public FtpHost(HostingAccount account, String number, int port, String name, Path keys, Clock clock)
            throws IOException {
        this.account = account;
        FtpServerFactory factory = new FtpServerFactory();
        ListenerFactory listeners = new ListenerFactory();
        listeners.setServerAddress(number);
        listeners.setPort(port);
        listeners.setSslConfiguration(new Tls(
                HostIdentity.context(keys.resolve("usual"), name, clock),
                HostIdentity.context(keys.resolve("other"), name, clock)));
        listeners.setSessionFilter(this::accepted);
        DataConnectionConfigurationFactory data = new DataConnectionConfigurationFactory();
        data.setPassiveIpCheck(true);
        data.setPassiveAddress(number);
        listeners.setDataConnectionConfiguration(data.createDataConnectionConfiguration());
        listener = listeners.createListener();
        listeners.setPort(0);
        listeners.setImplicitSsl(true);
        data.setImplicitSsl(true);
        listeners.setDataConnectionConfiguration(data.createDataConnectionConfiguration());
        secure = listeners.createListener();
        factory.addListener("default", listener);
        factory.addListener("secure", secure);
        factory.setUserManager(new OneUser(account, user()));
        factory.setFileSystem(new HostedFiles(account, this::cut));
        factory.setFtplets(new HashMap<>(Map.of("manner", new Manner())));
        factory.setMessageResource(new Features(new MessageResourceFactory().createMessageResource()));
        CommandFactoryFactory commands = new CommandFactoryFactory();
        commands.addCommand("XSHA256", hash());
        factory.setCommandFactory(commands.createCommandFactory());
        server = factory.createServer();
        try {
            server.start();
        } catch (FtpException e) {
            throw new IOException(e);
        }
    }

    private BaseUser user() {
        BaseUser user = new BaseUser();
        user.setName(account.user());
        user.setPassword(account.password());
        user.setHomeDirectory(account.home().toString());
        user.setAuthorities(List.of(new WritePermission(), new ConcurrentLoginPermission(0, 0)));
        return user;
    }

    private static Command hash() {
        return (session, context, request) -> {
            FtpFile file;
            try {
                file = session.getFileSystemView().getFile(request.getArgument());
            } catch (FtpException e) {
                throw new IOException(e);
            }
            File on = (File) file.getPhysicalFile();
            session.write(
                    on.isFile()
                            ? new DefaultFtpReply(
                                    250,
                                    MoreFiles.asByteSource(on.toPath())
                                            .hash(Hashing.sha256())
                                            .toString())
                            : new DefaultFtpReply(550, "No such file"));
        };
    }

    /** The TCP port it listens at. */
    public int port() {
        return listener.getPort();
    }

    /** The TCP port where TLS is spoken from the first byte. */
    public int securePort() {
        return secure.getPort();
    }

    private void cut() {
        sessions.forEach(IoSession::closeNow);
    }

    /** Without a wait for more to send, each answer would come 40 ms late. */
    private boolean accepted(IoSession session) {
        ((SocketSessionConfig) session.getConfig()).setTcpNoDelay(true);
        sessions.add(session);
        session.getCloseFuture().addListener(closed -> sessions.remove(session));
        return !account.manner().is(HostingFault.DOWN);
    }

    private final class Manner extends DefaultFtplet {
        private static final Set<String> PASSIVE = Set.of("PASV", "EPSV");
        private static final Set<String> EXACT = Set.of("MLSD", "MLST");

        @Override
        public FtpletResult onConnect(FtpSession session) throws FtpException, IOException {
            if (account.manner().is(HostingFault.CROWDED) && sessions.size() > 1) {
                session.write(new DefaultFtpReply(421, "Too many connections from this address"));
                return FtpletResult.DISCONNECT;
            }
            return FtpletResult.DEFAULT;
        }

        @Override
        public FtpletResult beforeCommand(FtpSession session, FtpRequest request) throws FtpException, IOException {
            HostingManner manner = account.manner();
            String command = request.getCommand().toUpperCase(Locale.ROOT);
            if (manner.command(command)) {
                cut();
                return FtpletResult.DISCONNECT;
            }
            if (manner.is(HostingFault.PASSIVE_BLOCKED) && PASSIVE.contains(command)) {
                session.write(new DefaultFtpReply(425, "Can't open data connection"));
                return FtpletResult.SKIP;
            }
            if (manner.is(HostingFault.NO_MLSD) && EXACT.contains(command)) {
                session.write(new DefaultFtpReply(502, "Not implemented"));
                return FtpletResult.SKIP;
            }
            if (command.equals("STOR") && !account.hasRoom(1)) {
                session.write(new DefaultFtpReply(552, "Quota exceeded"));
                return FtpletResult.SKIP;
            }
            return super.beforeCommand(session, request);
        }
    }

    /** What the server says that it can do. */
    private final class Features implements MessageResource {
        private final MessageResource plain;

        private Features(MessageResource plain) {
            this.plain = plain;
        }

        @Override
        public List<String> getAvailableLanguages() {
            return plain.getAvailableLanguages();
        }

        @Override
        public String getMessage(int code, String id, String language) {
            String message = plain.getMessage(code, id, language);
            if (message == null || !"FEAT".equals(id)) {
                return message;
            }
            return account.manner().is(HostingFault.NO_MLSD)
                    ? message.replaceFirst(" MLST [^\n]*\n", "")
                    : message.replace(" UTF8\n", " UTF8\n XSHA256\n");
        }

        @Override
        public Map<String, String> getMessages(String language) {
            return plain.getMessages(language);
        }
    }

    private final class Tls implements SslConfiguration {
        private final SSLContext usual;
        private final SSLContext other;

        private Tls(SSLContext usual, SSLContext other) {
            this.usual = usual;
            this.other = other;
        }

        @Override
        public SSLSocketFactory getSocketFactory() throws GeneralSecurityException {
            return getSSLContext().getSocketFactory();
        }

        @Override
        public SSLContext getSSLContext() {
            return account.manner().is(HostingFault.OTHER_IDENTITY) ? other : usual;
        }

        @Override
        public SSLContext getSSLContext(String protocol) {
            return getSSLContext();
        }

        @Override
        public String[] getEnabledCipherSuites() {
            return null;
        }

        @Override
        public String getEnabledProtocol() {
            return "TLSv1.3";
        }

        @Override
        public String[] getEnabledProtocols() {
            return new String[] {"TLSv1.2", "TLSv1.3"};
        }

        @Override
        public ClientAuth getClientAuth() {
            return ClientAuth.NONE;
        }
    }

    @Override
    public void close() {
        cut();
        server.stop();
    }
}
