package evenharbor.practice.host;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.CopyOption;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.security.KeyPair;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.common.session.SessionContext;
import org.apache.sshd.common.session.SessionListener;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.server.FileHandle;
import org.apache.sshd.sftp.server.SftpFileSystemAccessor;
import org.apache.sshd.sftp.server.SftpSubsystem;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;
import org.apache.sshd.sftp.server.SftpSubsystemProxy;

/** An SFTP server for one account. */
public final class SftpHost implements Closeable {

    static {
        // The library would add a security provider for the whole process, by whose keys others' work with certificates
        // goes wrong; it needs it for itself alone.
        System.setProperty("org.apache.sshd.security.provider.BC.useNamed", "false");
    }

    private final HostingAccount account;
    private final SshServer server;
    private final String customerKey;

    /**
     * Starts a server.
     *
     * @param port TCP port on loopback; 0 for any free one
     * @param keys the folder for its keys
     */
    public SftpHost(HostingAccount account, int port, Path keys) throws IOException {
        this.account = account;
        Files.createDirectories(keys);
        server = SshServer.setUpDefaultServer();
        server.setHost("127.0.0.1");
        server.setPort(port);
        server.setKeyPairProvider(new Keys(key(keys.resolve("usual.key")), key(keys.resolve("other.key"))));
        server.setPasswordAuthenticator(
                (user, password, session) -> account.user().equals(user)
                        && account.password().equals(password)
                        && !account.manner().is(HostingFault.REFUSES_SIGN_IN));
        CustomerKey customer = new CustomerKey(keys.resolve("customer"), account.password());
        customerKey = customer.text();
        server.setPublickeyAuthenticator((user, key, session) -> account.user().equals(user)
                && KeyUtils.compareKeys(key, customer.publicHalf())
                && !account.manner().is(HostingFault.REFUSES_SIGN_IN));
        server.setFileSystemFactory(new VirtualFileSystemFactory(account.home()));
        server.setSubsystemFactories(List.of(new Subsystems()));
        CoreModuleProperties.TCP_NODELAY.set(server, true);
        server.addSessionListener(new SessionListener() {
            @Override
            public void sessionCreated(Session session) {
                if (account.manner().is(HostingFault.DOWN)) {
                    session.close(true);
                }
            }
        });
        server.start();
    }

    private static SimpleGeneratorHostKeyProvider key(Path file) {
        SimpleGeneratorHostKeyProvider keys = new SimpleGeneratorHostKeyProvider(file);
        keys.setAlgorithm("EC");
        keys.setKeySize(256);
        return keys;
    }

    /** The TCP port it listens at. */
    public int port() {
        return server.getPort();
    }

    /** The private key that the company made for its customer, locked with the account's password. */
    public String customerKey() {
        return customerKey;
    }

    private void cut() {
        server.getActiveSessions().forEach(session -> session.close(true));
    }

    private final class Keys implements KeyPairProvider {
        private final SimpleGeneratorHostKeyProvider usual;
        private final SimpleGeneratorHostKeyProvider other;

        private Keys(SimpleGeneratorHostKeyProvider usual, SimpleGeneratorHostKeyProvider other) {
            this.usual = usual;
            this.other = other;
        }

        @Override
        public Iterable<KeyPair> loadKeys(SessionContext session) {
            return (account.manner().is(HostingFault.OTHER_IDENTITY) ? other : usual).loadKeys(session);
        }
    }

    private final class Subsystems extends SftpSubsystemFactory {
        private Subsystems() {
            setFileSystemAccessor(new HostedChannels());
        }

        @Override
        public Command createSubsystem(ChannelSession channel) throws IOException {
            return new SftpSubsystem(channel, this) {
                @Override
                protected void doProcess(Buffer buffer, int length, int type, int id) throws IOException {
                    if (account.manner().command(SftpConstants.getCommandMessageName(type))) {
                        cut();
                        throw new IOException("Cut");
                    }
                    super.doProcess(buffer, length, type, id);
                }
            };
        }
    }

    /** The account's files, with its quota and its faults. */
    private final class HostedChannels implements SftpFileSystemAccessor {
        @Override
        public SeekableByteChannel openFile(
                SftpSubsystemProxy subsystem,
                FileHandle handle,
                Path file,
                String name,
                Set<? extends OpenOption> options,
                FileAttribute<?>... attributes)
                throws IOException {
            SeekableByteChannel plain =
                    SftpFileSystemAccessor.super.openFile(subsystem, handle, file, name, options, attributes);
            if (options.contains(StandardOpenOption.READ)) {
                account.manner().read();
            }
            return new Counted(plain);
        }

        @Override
        public void renameFile(SftpSubsystemProxy subsystem, Path from, Path to, Collection<CopyOption> options)
                throws IOException {
            // Version 3 alone asks for no replacing: what is there stays.
            if (options.isEmpty() && Files.exists(to)) {
                throw new FileAlreadyExistsException(to.toString());
            }
            HostedFiles.move(account.manner(), from, to);
        }
    }

    private final class Counted implements SeekableByteChannel {
        private final SeekableByteChannel plain;

        private Counted(SeekableByteChannel plain) {
            this.plain = plain;
        }

        @Override
        public int write(ByteBuffer bytes) throws IOException {
            int length = bytes.remaining();
            if (!account.hasRoom(length)) {
                throw new HostingManner.Full();
            }
            int taken = account.manner().take(length);
            if (taken == length) {
                return plain.write(bytes);
            }
            plain.write(bytes.slice(bytes.position(), taken));
            plain.close();
            cut();
            throw new IOException("Cut");
        }

        @Override
        public int read(ByteBuffer into) throws IOException {
            return plain.read(into);
        }

        @Override
        public long position() throws IOException {
            return plain.position();
        }

        @Override
        public SeekableByteChannel position(long position) throws IOException {
            plain.position(position);
            return this;
        }

        @Override
        public long size() throws IOException {
            return plain.size();
        }

        @Override
        public SeekableByteChannel truncate(long size) throws IOException {
            plain.truncate(size);
            return this;
        }

        @Override
        public boolean isOpen() {
            return plain.isOpen();
        }

        @Override
        public void close() throws IOException {
            plain.close();
        }
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }
}
