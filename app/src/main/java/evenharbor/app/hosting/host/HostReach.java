package evenharbor.app.hosting.host;

import evenharbor.app.common.secret.Secrets;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.Reach;
import evenharbor.app.hosting.transfer.RemoteFolder;
import evenharbor.app.hosting.transfer.RemoteFolders;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Path;
import org.springframework.stereotype.Service;

/** Reaches hosts: signs in, and opens folders there. */
@Service
public class HostReach {

    private final HostRepository repository;
    private final HostNumbers numbers;
    private final HostProperties properties;
    private final Secrets secrets;
    private final RemoteFolders folders = new RemoteFolders();

    HostReach(HostRepository repository, HostNumbers numbers, HostProperties properties, Secrets secrets) {
        this.repository = repository;
        this.numbers = numbers;
        this.properties = properties;
        this.secrets = secrets;
    }

    /** Opens a folder on a host; closed by whoever opened it. */
    public RemoteFolder open(Host host, String folder) throws IOException {
        if (host.protocol() == Protocol.FOLDER) {
            Path opened = properties.folders().get(host.server());
            if (opened == null) {
                throw new HostTrouble(
                        HostFault.FOLDER_MISSING, "The operator does not open “" + host.server() + "” any more.");
            }
            return folders.open(opened, folder);
        }
        String secret = secret(host);
        return folders.open(
                new Reach(
                        host.protocol(),
                        host.server(),
                        numbers.of(host.server()),
                        host.port(),
                        host.user(),
                        secret,
                        host.identity(),
                        host.connections()),
                folder);
    }

    private String secret(Host host) throws HostTrouble {
        byte[] sealed = repository.findById(host.id()).orElseThrow().secret;
        try {
            return sealed == null ? "" : secrets.opened(sealed);
        } catch (Secrets.CannotOpen e) {
            throw new HostTrouble(HostFault.SECRET_LOST, "", e);
        }
    }

    @PreDestroy
    void close() {
        folders.close();
    }
}
