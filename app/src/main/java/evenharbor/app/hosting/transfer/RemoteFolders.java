package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.Protocol;
import java.io.IOException;
import java.nio.file.Path;

/** Opens folders on hosts. Keeps what connections have in common; closed with the application. */
public final class RemoteFolders implements AutoCloseable {

    private final SftpHosts sftp = new SftpHosts();

    /**
     * Signs in to a host.
     *
     * @param folder where; within the account's own folder when it begins without a slash
     */
    public RemoteFolder open(Reach reach, String folder) throws IOException {
        return reach.protocol() == Protocol.SFTP
                ? new SftpFolder(sftp.signIn(reach), folder)
                : new FtpFolder(reach, folder);
    }

    /**
     * Opens a folder of this machine.
     *
     * @param opened what the operator opened; nothing outside it can be reached
     * @param folder where in it
     */
    public RemoteFolder open(Path opened, String folder) throws IOException {
        return new LocalFolder(opened, folder);
    }

    @Override
    public void close() {
        sftp.close();
    }
}
