package evenharbor.core.hosting.host;

import java.util.Locale;

/**
 * An account at a hosting company, by whichever protocol it is reached; or a folder of this machine.
 *
 * @param local whether it is a folder of this machine
 * @param server in small letters; for a folder of this machine the name it was opened under
 * @param user to sign in with
 */
public record HostAccount(boolean local, String server, String user) {

    /** The account that a sign-in leads to. */
    public static HostAccount of(Protocol protocol, String server, String user) {
        boolean local = protocol == Protocol.FOLDER;
        return new HostAccount(local, local ? server : server.toLowerCase(Locale.ROOT), user);
    }
}
