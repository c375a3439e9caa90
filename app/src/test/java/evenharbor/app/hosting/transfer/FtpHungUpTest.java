package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A port for files that nobody listens at is blocked only where the server still listens to commands. */
class FtpHungUpTest {

    @ParameterizedTest
    @CsvSource({"true, DROPPED", "false, PASSIVE_BLOCKED"})
    void aServerThatHungUpIsToldFromOneWhosePortsAreBlocked(boolean hangsUp, HostFault fault) throws Exception {
        try (ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Thread serving = new Thread(() -> serve(server, hangsUp));
            serving.start();
            FtpLines lines = new FtpLines(new Reach(
                    Protocol.FTP,
                    "ftp.quayside.localhost",
                    List.of(InetAddress.getLoopbackAddress()),
                    server.getLocalPort(),
                    "keeper",
                    "secret",
                    "",
                    1));
            HostTrouble trouble = catchThrowableOfType(
                    HostTrouble.class,
                    () -> lines.each(
                            List.of("a.html"),
                            (line, item) ->
                                    line.good(line.storeFile(item, new ByteArrayInputStream(new byte[] {1})), "send")));
            assertThat(trouble.fault()).isEqualTo(fault);
            lines.close();
            serving.join();
        }
    }

    /** Answers as little as is needed; gives a port for files that nobody listens at. */
    private static void serve(ServerSocket server, boolean hangsUp) {
        try (Socket socket = server.accept()) {
            OutputStream out = socket.getOutputStream();
            say(out, "220 Ready");
            BufferedReader in =
                    new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII));
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                switch (line.split(" ")[0]) {
                    case "USER" -> say(out, "331 Password");
                    case "PASS" -> say(out, "230 In");
                    case "FEAT" -> say(out, "502 None");
                    case "EPSV" -> {
                        say(out, "229 Entering (|||" + closedPort() + "|)");
                        if (hangsUp) {
                            return;
                        }
                    }
                    default -> say(out, "200 Fine");
                }
            }
        } catch (IOException e) {
            // The client is gone.
        }
    }

    private static void say(OutputStream out, String line) throws IOException {
        out.write((line + "\r\n").getBytes(StandardCharsets.US_ASCII));
    }

    private static int closedPort() throws IOException {
        try (ServerSocket once = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return once.getLocalPort();
        }
    }
}
