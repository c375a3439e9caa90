package evenharbor.app.where.registry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import evenharbor.core.where.domain.Price;
import evenharbor.practice.registry.EppServer;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What we say to a registry, against one that speaks EPP and against ones that lie. */
class EppRegistryTest {

    private static final String NAME = "moonlit.art.localhost";
    private static final List<String> SERVERS = List.of("ns1.harbor.localhost", "ns2.harbor.localhost");

    @TempDir
    Path folder;

    private EppRegistry ours;
    private evenharbor.practice.registry.Registry names;
    private EppServer server;

    @BeforeEach
    void begin() throws IOException {
        names = new evenharbor.practice.registry.Registry(
                List.of("art.localhost"),
                folder.resolve("registry"),
                (name, servers) -> {},
                Clock.fixed(Instant.parse("2026-11-24T12:00:00Z"), ZoneOffset.UTC));
        server = new EppServer(names, 0, "harbor", "secret");
        ours = registry(server.port(), "secret");
    }

    @AfterEach
    void end() throws IOException {
        server.close();
    }

    private static EppRegistry registry(int port, String password) {
        return new EppRegistry(
                new RegistryProperties("127.0.0.1", port, false, "harbor", password, List.of("art.localhost")));
    }

    @Test
    void offersSayWhatIsFreeAndWhatItCosts() throws Registry.Refusal {
        names.create("taken.art.localhost", "elsewhere", 1, List.of());
        List<Registry.Offer> offers = ours.check(List.of(NAME, "taken.art.localhost", "sun.art.localhost", "x.org"));
        assertThat(offers).extracting(Registry.Offer::free).containsExactly(true, false, true, false);
        assertThat(offers).extracting(Registry.Offer::premium).containsExactly(false, false, true, false);
        assertThat(offers.get(0).price()).contains(new Price(1_200, 2_400, "EUR"));
        assertThat(offers.get(3).price()).isEmpty();
    }

    @Test
    void aNameIsRegisteredFoundRenewedAndReleased() throws Registry.Refusal {
        Registry.Registration made = ours.register(NAME, SERVERS).orElseThrow();
        assertThat(made.expiresAt()).isEqualTo(Instant.parse("2027-11-24T12:00:00Z"));
        assertThat(names.find(NAME).orElseThrow().nameServers()).isEqualTo(SERVERS);
        assertThat(ours.register(NAME, SERVERS)).as("the second time").isEmpty();
        assertThat(ours.find(NAME)).contains(made);
        Registry.Registration renewed = ours.renew(made);
        assertThat(renewed).isEqualTo(new Registry.Registration(NAME, Instant.parse("2028-11-24T12:00:00Z")));
        assertThat(refusal(() -> ours.renew(made)).down()).as("renewed already").isFalse();
        ours.release(NAME);
        ours.release(NAME);
        assertThat(ours.find(NAME)).isEmpty();
    }

    @Test
    void aNameRegisteredThroughOthersIsNotOurs() throws Registry.Refusal {
        names.create(NAME, "elsewhere", 1, List.of());
        assertThat(ours.find(NAME)).isEmpty();
        assertThatThrownBy(() -> ours.release(NAME)).hasMessageContaining("Not yours (2201)");
        assertThatThrownBy(() -> ours.register("x.org.localhost", SERVERS)).hasMessageContaining("2306");
    }

    private interface Attempt {
        void run() throws Registry.Refusal;
    }

    private static Registry.Refusal refusal(Attempt attempt) {
        return catchThrowableOfType(Registry.Refusal.class, attempt::run);
    }

    @Test
    void aRegistryThatIsDownIsToldFromOneThatRefuses() throws IOException {
        assertThat(refusal(() -> registry(server.port(), "guess").find(NAME)).down())
                .isFalse();
        server.setDown(true);
        assertThat(refusal(() -> ours.find(NAME)).down()).isTrue();
        server.close();
        assertThat(refusal(() -> ours.find(NAME)).down()).isTrue();
    }

    /** Frames sent one after another, whatever is said: the greeting, the answer to the sign-in, the answer. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "not xml at all",
                "<epp xmlns=\"urn:ietf:params:xml:ns:epp-1.0\"><response/></epp>",
                "<epp xmlns=\"urn:ietf:params:xml:ns:epp-1.0\"><response><result code=\"fine\"/></response></epp>",
                "<epp xmlns=\"urn:ietf:params:xml:ns:epp-1.0\"><response><result code=\"1000\"/></response></epp>",
                "<!DOCTYPE epp [<!ENTITY x SYSTEM \"file:///etc/passwd\">]><epp>&x;</epp>",
                "HUGE",
            })
    void aRegistryThatLiesLeavesEverythingUnknown(String lie) throws IOException {
        String fine =
                "<epp xmlns=\"urn:ietf:params:xml:ns:epp-1.0\"><response><result code=\"1000\"/></response></epp>";
        try (ServerSocket liar = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            Thread thread = new Thread(() -> {
                try (Socket socket = liar.accept()) {
                    DataOutputStream out = new DataOutputStream(socket.getOutputStream());
                    for (String said : List.of(fine, fine, lie)) {
                        byte[] frame = said.getBytes(StandardCharsets.UTF_8);
                        out.writeInt(said.equals("HUGE") ? Integer.MAX_VALUE : frame.length + 4);
                        out.write(frame);
                    }
                    socket.shutdownOutput();
                    socket.getInputStream().readAllBytes();
                } catch (IOException e) {
                    // The client has had enough.
                }
            });
            thread.start();
            assertThat(refusal(() -> registry(liar.getLocalPort(), "secret").find(NAME))
                            .down())
                    .isTrue();
        }
    }

    /** Each octet comes in time, and the answer never does. */
    @Test
    void aRegistryThatDribblesIsNotWaitedForForEver() throws IOException {
        try (ServerSocket dribbling = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            Thread thread = new Thread(() -> {
                try (Socket socket = dribbling.accept()) {
                    DataOutputStream out = new DataOutputStream(socket.getOutputStream());
                    out.writeInt(1 << 16);
                    while (true) {
                        out.write(' ');
                        out.flush();
                        Thread.sleep(50);
                    }
                } catch (IOException e) {
                    // The client has had enough.
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
            });
            thread.setDaemon(true);
            thread.start();
            EppRegistry impatient = new EppRegistry(
                    new RegistryProperties(
                            "127.0.0.1", dribbling.getLocalPort(), false, "harbor", "secret", List.of("art.localhost")),
                    Duration.ofMillis(600));
            assertTimeoutPreemptively(
                    Duration.ofSeconds(30),
                    () -> assertThat(refusal(() -> impatient.find(NAME)).down()).isTrue());
        }
    }
}
