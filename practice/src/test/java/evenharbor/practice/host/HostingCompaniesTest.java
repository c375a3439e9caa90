package evenharbor.practice.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import javax.net.ssl.SSLHandshakeException;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.SSLSocketFactory;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.config.keys.FilePasswordProvider;
import org.apache.sshd.common.util.security.SecurityUtils;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The practice hosting companies: what their customers are told, what visitors see, how they behave. */
class HostingCompaniesTest {

    @TempDir
    Path folder;

    private HostingCompanies open() throws IOException {
        return new HostingCompanies(
                new HostingCompanies.Setup(folder.resolve("hosting"), 0, 0, 0, 0, folder.resolve("opened")),
                Clock.systemUTC());
    }

    private static HttpResponse<String> visit(int port, String host, String path)
            throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .header("Host", host + ":" + port)
                .build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
    }

    private static String greeting(String number, int port) throws IOException {
        try (Socket socket = new Socket(number, port)) {
            socket.setSoTimeout(5_000);
            return new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.ISO_8859_1))
                    .readLine();
        }
    }

    @Test
    void eachSpeaksItsProtocolAtItsNumberAndTellsItsCustomerHow() throws IOException {
        try (HostingCompanies companies = open()) {
            HostingCompanies.Company quayside = companies.all().get(0);
            HostingCompanies.Company lockside = companies.all().get(1);
            assertThat(greeting(quayside.number(), quayside.port())).startsWith("220");
            assertThat(greeting(lockside.number(), lockside.port())).startsWith("SSH-2.0-");
            for (HostingCompanies.Company company : companies.all()) {
                assertThat(company.mail())
                        .contains(
                                company.server(),
                                company.account().user(),
                                company.account().password())
                        .contains(String.valueOf(company.port()), company.folder())
                        .contains("http://" + company.site() + ":" + companies.webPort() + "/");
                assertThat(company.shown()).isDirectory();
            }
        }
    }

    @Test
    void theFirstSpeaksTlsFromTheStartAtAPortOfItsOwn() throws Exception {
        try (HostingCompanies companies = open()) {
            HostingCompanies.Company quayside = companies.all().get(0);
            // A certificate of its own making is shown, which nobody here vouches for.
            assertThatThrownBy(() -> {
                        try (SSLSocket socket = (SSLSocket)
                                SSLSocketFactory.getDefault().createSocket(quayside.number(), companies.ftpsPort())) {
                            socket.startHandshake();
                        }
                    })
                    .isInstanceOf(SSLHandshakeException.class)
                    .hasMessageContaining("PKIX");
        }
    }

    @Test
    void theSecondMakesItsCustomerAKeyThatThePasswordOpens() throws Exception {
        String key;
        try (HostingCompanies companies = open()) {
            HostingCompanies.Company lockside = companies.all().get(1);
            key = companies.keyFrom(lockside);
            assertThat(companies.keyFrom(companies.all().get(0))).isEmpty();
            assertThat(opened(key, lockside.account().password())).isNotNull();
            assertThatThrownBy(() -> opened(key, "another")).isInstanceOf(Exception.class);
        }
        try (HostingCompanies again = open()) {
            assertThat(again.keyFrom(again.all().get(1))).isEqualTo(key);
        }
    }

    private static KeyPair opened(String key, String passphrase) throws IOException, GeneralSecurityException {
        return SecurityUtils.loadKeyPairIdentities(
                        null,
                        NamedResource.ofName("key"),
                        new ByteArrayInputStream(key.getBytes(StandardCharsets.UTF_8)),
                        FilePasswordProvider.of(passphrase))
                .iterator()
                .next();
    }

    @Test
    void theirKeysOutliveARestart() throws IOException {
        Path keys = folder.resolve("hosting/keys");
        open().close();
        byte[] certificate = Files.readAllBytes(keys.resolve("quayside/usual/certificate.p12"));
        open().close();
        assertThat(Files.readAllBytes(keys.resolve("quayside/usual/certificate.p12")))
                .isEqualTo(certificate);
        assertThat(Files.readAllBytes(keys.resolve("quayside/other/certificate.p12")))
                .isNotEqualTo(certificate);
    }

    @ParameterizedTest
    @CsvSource({
        "/, 200, text/html, front",
        "/index.html, 200, text/html, front",
        "/style.css, 200, text/css, body",
        "/drawing.svg, 200, image/svg+xml, svg",
        "/part, 301, text/plain, ''",
        "/part/, 200, text/html, part",
        "/bare/, 403, text/plain; charset=utf-8, No front page",
        "/none.html, 404, text/plain; charset=utf-8, Not found",
        "/%2e%2e/secret.txt, 404, text/plain; charset=utf-8, Not found"
    })
    void visitorsSeeTheFolderAsFilesLieThere(String path, int status, String type, String body) throws Exception {
        try (HostingCompanies companies = open()) {
            HostingCompanies.Company company = companies.all().get(0);
            Map<String, String> files = Map.of(
                    "index.html", "front",
                    "style.css", "body",
                    "drawing.svg", "svg",
                    "part/index.html", "part",
                    "bare/file.txt", "x",
                    "../secret.txt", "secret");
            for (Map.Entry<String, String> file : files.entrySet()) {
                Path at = company.shown().resolve(file.getKey());
                Files.createDirectories(at.getParent());
                Files.writeString(at, file.getValue());
            }
            HttpResponse<String> seen = visit(companies.webPort(), company.site(), path);
            assertThat(seen.statusCode()).isEqualTo(status);
            assertThat(seen.headers().firstValue("Content-Type")).contains(type);
            assertThat(seen.body()).contains(body).doesNotContain("secret");
            assertThat(visit(companies.webPort(), "other.quayside.localhost", "/")
                            .statusCode())
                    .isEqualTo(404);
        }
    }

    @Test
    void someoneEditsAFileThereAndNoneOutside() throws IOException {
        try (HostingCompanies companies = open()) {
            HostingCompanies.Company company = companies.all().get(1);
            Files.writeString(company.shown().resolve("a.html"), "a\n");
            assertThat(HostingCompanies.edit(company, "a.html")).isTrue();
            assertThat(company.shown().resolve("a.html")).content().startsWith("a\n<!-- ");
            assertThat(HostingCompanies.edit(company, "b.html")).isFalse();
            assertThat(HostingCompanies.edit(company, "../../keys/lockside/usual.key"))
                    .isFalse();
        }
    }

    @Test
    void anAccountHoldsNoMoreThanItsShare() throws IOException {
        HostingManner manner = new HostingManner();
        HostingAccount account = new HostingAccount("u", "p", folder, manner);
        Files.writeString(folder.resolve("a"), "0123456789");
        assertThat(account.hasRoom(1_000_000)).isTrue();
        manner.setQuota(12);
        assertThat(account.hasRoom(2)).isTrue();
        assertThat(account.hasRoom(3)).isFalse();
        manner.setFault(HostingFault.FULL);
        assertThat(account.hasRoom(1)).isFalse();
    }

    @Test
    void aCutComesOnceAndWhereItWasSet() {
        HostingManner manner = new HostingManner();
        manner.cutAtCommand(3);
        assertThat(List.of(manner.command("A"), manner.command("B"), manner.command("C"), manner.command("D")))
                .containsExactly(false, false, true, false);
        assertThat(manner.cutKinds()).containsExactly("C");
        assertThat(manner.commands()).isEqualTo(4);
        manner.cutAtByte(10);
        assertThat(List.of(manner.take(6), manner.take(6), manner.take(6))).containsExactly(6, 4, 6);
        manner.setFault(HostingFault.DROPS);
        assertThat(List.of(manner.take(49_999), manner.take(2), manner.take(10)))
                .as("again and again")
                .containsExactly(49_999, 1, 10);
    }

    @Test
    void eachFifthFileIsLostByOneThatForgets() throws IOException {
        HostingManner manner = new HostingManner();
        manner.setFault(HostingFault.FORGETS);
        int there = 0;
        for (int i = 0; i < 10; i++) {
            Path sent = Files.writeString(folder.resolve("sent"), "x");
            HostedFiles.move(manner, sent, folder.resolve("f" + i));
            there += Files.exists(folder.resolve("f" + i)) ? 1 : 0;
        }
        assertThat(there).isEqualTo(8);
    }

    @Test
    void renamesAreRefusedAsTheFaultSays() throws IOException {
        HostingManner manner = new HostingManner();
        Path from = Files.writeString(folder.resolve("from"), "new");
        Path to = Files.writeString(folder.resolve("to"), "old");
        manner.setFault(HostingFault.REFUSES_RENAMES);
        assertThatThrownBy(() -> HostedFiles.move(manner, from, folder.resolve("free")))
                .isInstanceOf(IOException.class);
        manner.setFault(HostingFault.RENAMES_ONTO_NOTHING);
        assertThatThrownBy(() -> HostedFiles.move(manner, from, to)).isInstanceOf(IOException.class);
        assertThat(to).hasContent("old");
        manner.setFault(HostingFault.NONE);
        HostedFiles.move(manner, from, to);
        assertThat(to).hasContent("new");
        assertThat(from).doesNotExist();
    }

    /** Each answer is late by itself: two that were asked for together come together. */
    @Test
    void aLongLineMakesAnswersLateAndNotSlow() throws Exception {
        Duration late = Duration.ofMillis(200);
        try (ServerSocket server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
                Line line = new Line(
                        InetAddress.getLoopbackAddress(),
                        0,
                        new InetSocketAddress(InetAddress.getLoopbackAddress(), server.getLocalPort()),
                        () -> late);
                Socket client = new Socket(InetAddress.getLoopbackAddress(), line.port());
                Socket behind = server.accept()) {
            OutputStream out = behind.getOutputStream();
            long begin = System.nanoTime();
            for (int i = 0; i < 5; i++) {
                out.write(i);
                out.flush();
                Thread.sleep(10);
            }
            byte[] got = client.getInputStream().readNBytes(5);
            Duration took = Duration.ofNanos(System.nanoTime() - begin);
            assertThat(got).containsExactly(0, 1, 2, 3, 4);
            assertThat(took).isGreaterThanOrEqualTo(late).isLessThan(late.multipliedBy(5));
            client.getOutputStream().write(7);
            assertThat(behind.getInputStream().read()).isEqualTo(7);
        }
    }
}
