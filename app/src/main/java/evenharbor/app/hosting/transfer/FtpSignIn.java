package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import java.io.IOException;
import java.net.InetAddress;
import java.time.Duration;
import java.util.EnumSet;
import java.util.Set;
import javax.net.ssl.SSLException;

/** The ways in which a server may want to be spoken to, tried one after the other until one signs in. */
final class FtpSignIn {

    /** A server that has said nothing for so long may be waiting for TLS to begin. */
    private static final Duration SILENCE = Duration.ofSeconds(4);

    /** What is heard of a server that TLS is spoken to and that does not expect it. */
    private static final Set<HostFault> NO_TLS =
            EnumSet.of(HostFault.NOT_THIS_PROTOCOL, HostFault.TIMED_OUT, HostFault.DROPPED);

    private FtpSignIn() {}

    /** Connects and signs in. */
    static FtpLine signedIn(Reach reach) throws HostTrouble {
        if (reach.protocol() != Protocol.FTPS) {
            return signedIn(reach, FtpLine.Tls.ASKED_FOR, FtpLine.ANSWER);
        }
        if (reach.port() == Protocol.SECURE_FROM_THE_START) {
            return signedIn(reach, FtpLine.Tls.FROM_THE_START, FtpLine.ANSWER);
        }
        try {
            return signedIn(reach, FtpLine.Tls.ASKED_FOR, SILENCE);
        } catch (Silent e) {
            // Then it may wait for TLS.
        }
        try {
            return signedIn(reach, FtpLine.Tls.FROM_THE_START, FtpLine.PATIENCE);
        } catch (HostTrouble e) {
            if (!NO_TLS.contains(e.fault())) {
                throw e;
            }
        }
        // It is slow to greet, no more.
        return signedIn(reach, FtpLine.Tls.ASKED_FOR, FtpLine.ANSWER);
    }

    /** The same where it is known how TLS comes about. */
    static FtpLine signedIn(Reach reach, FtpLine.Tls tls, Duration greeting) throws HostTrouble {
        HostTrouble last = new HostTrouble(HostFault.NAME_UNKNOWN, reach.server());
        for (InetAddress number : reach.numbers()) {
            try {
                return signedIn(reach, number, HostTrust.USUAL, tls, greeting);
            } catch (HostTrouble e) {
                last = e;
            }
        }
        throw last;
    }

    private static FtpLine signedIn(Reach reach, InetAddress number, String version, FtpLine.Tls tls, Duration greeting)
            throws HostTrouble {
        FtpLine line = new FtpLine(reach, version, tls);
        try {
            line.open(number, greeting);
            return line;
        } catch (IOException e) {
            // Told apart before more is said: saying more loses what was answered.
            HostTrouble trouble = line.trouble(e);
            boolean greeted = line.getReplyCode() != 0;
            line.hangUp();
            if (e instanceof SSLException && String.valueOf(e.getMessage()).contains("protocol_version")) {
                return signedIn(reach, number, HostTrust.NEWER, tls, greeting);
            }
            throw trouble.fault() == HostFault.TIMED_OUT && !greeted ? new Silent(e) : trouble;
        }
    }

    /** The server was reached, and said nothing at all. */
    private static final class Silent extends HostTrouble {
        private Silent(IOException cause) {
            super(HostFault.TIMED_OUT, "It did not greet.", cause);
        }
    }
}
