package evenharbor.app.hosting.host;

import com.google.common.io.ByteStreams;
import evenharbor.app.common.outbound.Deadline;
import evenharbor.app.hosting.transfer.TlsProbe;
import evenharbor.core.hosting.host.Protocol;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Listens to what speaks at a server's usual ports, without signing in. */
@Component
class HostOffers {

    private static final int PATIENCE = 4_000;
    private static final Duration MOST_IN_ALL = Duration.ofSeconds(20);
    private static final int LONGEST_GREETING = 64 * 1024;

    /** The protocols that a server offers, at the usual ports and at one that was named. */
    Set<Protocol> of(InetAddress number, int named) {
        Set<Protocol> offered = EnumSet.noneOf(Protocol.class);
        Set<Integer> ports = new TreeSet<>(List.of(named));
        if (!number.isLoopbackAddress()) {
            // On loopback the usual ports are this machine's own, not those of a hosting company of the practice
            // harbor.
            ports.addAll(List.of(Protocol.FTPS.port(), Protocol.SFTP.port()));
        }
        for (int port : ports) {
            offered.addAll(at(number, port));
        }
        return offered;
    }

    /** What is said first; empty for nothing. */
    private static String greeting(BufferedReader in) throws IOException {
        try {
            String line = in.readLine();
            return line == null ? "" : line;
        } catch (SocketTimeoutException e) {
            return "";
        }
    }

    @SuppressWarnings("try") // A deadline works by being open.
    private static Set<Protocol> at(InetAddress number, int port) {
        try (Socket socket = new Socket();
                Deadline deadline = Deadline.of(socket, MOST_IN_ALL)) {
            socket.connect(new InetSocketAddress(number, port), PATIENCE);
            socket.setSoTimeout(PATIENCE);
            BufferedReader in = new BufferedReader(new InputStreamReader(
                    ByteStreams.limit(socket.getInputStream(), LONGEST_GREETING), StandardCharsets.ISO_8859_1));
            String greeting = greeting(in);
            if (greeting.isEmpty()) {
                return TlsProbe.speaks(number, port, PATIENCE) ? Set.of(Protocol.FTPS) : Set.of();
            }
            if (greeting.startsWith("SSH-")) {
                return Set.of(Protocol.SFTP);
            }
            while (greeting != null && greeting.startsWith("220-")) {
                greeting = in.readLine();
            }
            if (greeting == null || !greeting.startsWith("220")) {
                return Set.of();
            }
            socket.getOutputStream().write("AUTH TLS\r\n".getBytes(StandardCharsets.US_ASCII));
            String answer = in.readLine();
            return answer != null && answer.startsWith("234")
                    ? Set.of(Protocol.FTP, Protocol.FTPS)
                    : Set.of(Protocol.FTP);
        } catch (IOException e) {
            return Set.of();
        }
    }
}
