package evenharbor.app.overview.check;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.where.certificate.TrustedRoots;
import evenharbor.core.where.address.AddressSight;
import evenharbor.edge.Edge;
import evenharbor.edge.visit.VisitCounter;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import javax.net.ssl.SNIHostName;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import org.springframework.stereotype.Component;

/** Visits by HTTPS at a number that records say, with the server name said and the certificate checked as browsers do. */
@Component
class SecureClient {

    private static final int AT_ONCE = 16;
    private static final int LARGEST = 32 << 20;

    private final Edge edge;
    private final VisitProperties visits;
    private final TrustedRoots roots;
    private final Executor workers = Executors.newFixedThreadPool(
            AT_ONCE,
            new ThreadFactoryBuilder()
                    .setNameFormat("handshakes")
                    .setDaemon(true)
                    .build());

    SecureClient(Edge edge, VisitProperties visits, TrustedRoots roots) {
        this.edge = edge;
        this.visits = visits;
        this.roots = roots;
    }

    /** An answer by HTTP. */
    record Answer(int status, String head, byte[] body) {

        String field(String name) {
            return head.lines()
                    .filter(line -> line.regionMatches(true, 0, name + ":", 0, name.length() + 1))
                    .map(line -> line.substring(name.length() + 1).strip())
                    .findFirst()
                    .orElse("");
        }
    }

    /** What was met: how the handshake went, and the answer; none when there was no good handshake. */
    record Met(AddressSight.Visit visit, Optional<Answer> answer) {}

    CompletableFuture<Met> visit(String host, String number, String path) {
        return CompletableFuture.supplyAsync(() -> met(host, number, path), workers);
    }

    private Met met(String host, String number, String path) {
        String expected = "a certificate for " + host + " that browsers trust";
        try (SSLSocket socket = connected(host, number)) {
            X509Certificate shown = (X509Certificate) socket.getSession().getPeerCertificates()[0];
            String seen = socket.getSession().getProtocol() + ", the certificate of "
                    + shown.getSubjectX500Principal().getName().replaceFirst("^CN=", "") + ", chain and name are right";
            return new Met(
                    new AddressSight.Visit(true, true, expected, seen, ""), Optional.of(ask(socket, host, path)));
        } catch (SSLException e) {
            return new Met(new AddressSight.Visit(true, false, expected, words(e), todo(e)), Optional.empty());
        } catch (IOException | IllegalStateException e) {
            return new Met(
                    new AddressSight.Visit(
                            true,
                            false,
                            expected,
                            "no answer by HTTPS at " + number,
                            "See that port 443 is open on the way here. We look again."),
                    Optional.empty());
        }
    }

    private SSLSocket connected(String host, String number) throws IOException {
        int patience = (int) visits.patience().toMillis();
        Socket plain = new Socket();
        plain.connect(new InetSocketAddress(number, edge.securePort()), patience);
        SSLSocket socket =
                (SSLSocket) roots.context().getSocketFactory().createSocket(plain, host, edge.securePort(), true);
        SSLParameters parameters = socket.getSSLParameters();
        parameters.setServerNames(List.of(new SNIHostName(host)));
        parameters.setEndpointIdentificationAlgorithm("HTTPS");
        socket.setSSLParameters(parameters);
        socket.setSoTimeout(patience);
        try {
            socket.startHandshake();
        } catch (IOException e) {
            socket.close();
            throw e;
        }
        return socket;
    }

    private static Answer ask(SSLSocket socket, String host, String path) throws IOException {
        socket.getOutputStream()
                .write(("GET " + path + " HTTP/1.1\r\nHost: " + host + "\r\nUser-Agent: " + VisitCounter.CHECKING_AGENT
                                + "\r\nConnection: close\r\n\r\n")
                        .getBytes(StandardCharsets.US_ASCII));
        byte[] bytes = socket.getInputStream().readNBytes(LARGEST);
        String text = new String(bytes, StandardCharsets.ISO_8859_1);
        int end = text.indexOf("\r\n\r\n");
        if (!text.startsWith("HTTP/1.1 ") || end < 0) {
            throw new IOException("No answer by HTTP");
        }
        return new Answer(
                Integer.parseInt(text.substring(9, 12)),
                text.substring(0, end),
                Arrays.copyOfRange(bytes, end + 4, bytes.length));
    }

    private static String words(SSLException e) {
        String message = String.valueOf(e.getMessage()).toLowerCase(Locale.ROOT);
        if (message.contains("unrecognized_name") || message.contains("handshake_failure")) {
            return "no certificate is shown for this name";
        }
        if (message.contains("no subject alternative") || message.contains("no name matching")) {
            return "a certificate for another name";
        }
        if (message.contains("validity") || message.contains("expired") || message.contains("notafter")) {
            return "a certificate that has ended";
        }
        return message.contains("path") ? "a certificate that browsers do not trust" : "a handshake that failed";
    }

    private static String todo(SSLException e) {
        return words(e).startsWith("no certificate")
                ? "Nothing to do for the moment. We look again."
                : "Someone else answers at this name by HTTPS, or stands in between. See where all its records lead.";
    }
}
