package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A server that goes on answering for ever is left, before its answer fills the memory. */
class EndlessAnswersTest {

    /** Says the one thing once, then the other for as long as it is listened to. */
    private static ServerSocket server(String once, String again, Duration pause) throws IOException {
        ServerSocket server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
        Thread thread = new Thread(() -> {
            while (!server.isClosed()) {
                try (Socket socket = server.accept();
                        OutputStream out = socket.getOutputStream()) {
                    out.write(once.getBytes(StandardCharsets.US_ASCII));
                    while (true) {
                        out.write(again.getBytes(StandardCharsets.US_ASCII));
                        Thread.sleep(pause.toMillis());
                    }
                } catch (IOException e) {
                    // It was left: that is the point.
                } catch (InterruptedException e) {
                    return;
                }
            }
        });
        thread.setDaemon(true);
        thread.start();
        return server;
    }

    private static String lines(String text) {
        return text.replace("↵", "\r\n");
    }

    @ParameterizedTest
    @CsvSource({"'', xxxxxxxxxxxxxxxx", "220-, xxxxxxxxxxxxxxxx", "220-hello↵, 220-and more↵"})
    @Timeout(60)
    void aGreetingHasAnEnd(String once, String again) throws IOException {
        try (ServerSocket server = server(lines(once), lines(again.repeat(64)), Duration.ZERO)) {
            Reach reach = new Reach(
                    Protocol.FTP,
                    "localhost",
                    List.of(InetAddress.getLoopbackAddress()),
                    server.getLocalPort(),
                    "u",
                    "p",
                    "",
                    1);
            HostTrouble trouble = catchThrowableOfType(HostTrouble.class, () -> FtpSignIn.signedIn(reach));
            assertThat(trouble.fault()).isEqualTo(HostFault.ANSWER_UNEXPECTED);
        }
    }

    @Test
    @Timeout(60)
    void anAnswerThatDribblesHasAnEnd() throws IOException {
        try (ServerSocket server = server("220-", "x", Duration.ofMillis(20));
                Socket socket = new ControlSocket.Factory(Duration.ofMillis(300)).createSocket()) {
            socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), server.getLocalPort()));
            HostTrouble trouble = catchThrowableOfType(
                    HostTrouble.class, () -> socket.getInputStream().readAllBytes());
            assertThat(trouble.fault()).isEqualTo(HostFault.TIMED_OUT);
        }
    }
}
