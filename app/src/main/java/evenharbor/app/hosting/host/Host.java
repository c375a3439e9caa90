package evenharbor.app.hosting.host;

import evenharbor.core.hosting.host.HostAccount;
import evenharbor.core.hosting.host.Protocol;

/**
 * A place outside that holds files. Its secret is not in here.
 *
 * @param id its id
 * @param accountId whose it is
 * @param name what its people call it
 * @param protocol how files are sent
 * @param server host name or number; for a folder of this machine: the name it was opened under
 * @param port TCP port
 * @param user to sign in with
 * @param folder where pages go, unless a destination says otherwise
 * @param url where visitors see that folder; may be empty
 * @param identity what was accepted as its certificate or key; empty for nothing yet
 * @param connections how many may be open at once
 * @param revision for If-Match
 */
public record Host(
        String id,
        String accountId,
        String name,
        Protocol protocol,
        String server,
        int port,
        String user,
        String folder,
        String url,
        String identity,
        int connections,
        long revision) {

    /** The account it leads to. */
    public HostAccount account() {
        return HostAccount.of(protocol, server, user);
    }
}
