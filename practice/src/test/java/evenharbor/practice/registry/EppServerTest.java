package evenharbor.practice.registry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The registry as a client hears it: EPP (RFC 5730, 5731) in frames over TCP (RFC 5734), with fees (RFC 8748). */
class EppServerTest {

    @TempDir
    Path folder;

    private Registry registry;
    private EppServer server;

    @BeforeEach
    void begin() throws IOException {
        Clock clock = Clock.fixed(Instant.parse("2026-11-24T12:00:00Z"), ZoneOffset.UTC);
        registry = new Registry(List.of("art.localhost"), folder.resolve("registry"), (name, servers) -> {}, clock);
        server = new EppServer(registry, 0, "harbor", "secret");
    }

    @AfterEach
    void end() throws IOException {
        server.close();
    }

    /** A conversation in frames. */
    private final class Talk implements AutoCloseable {
        private final Socket socket = new Socket(InetAddress.getLoopbackAddress(), server.port());
        private final DataInputStream in = new DataInputStream(socket.getInputStream());
        private final DataOutputStream out = new DataOutputStream(socket.getOutputStream());

        Talk() throws IOException {
            socket.setSoTimeout(5_000);
        }

        String hear() throws IOException {
            return new String(in.readNBytes(in.readInt() - 4), StandardCharsets.UTF_8);
        }

        String say(String command) throws IOException {
            byte[] xml = ("<epp xmlns=\"urn:ietf:params:xml:ns:epp-1.0\"><command>" + command + "</command></epp>")
                    .getBytes(StandardCharsets.UTF_8);
            out.writeInt(xml.length + 4);
            out.write(xml);
            out.flush();
            return hear();
        }

        String signIn(String password) throws IOException {
            return say("<login><clID>harbor</clID><pw>" + password + "</pw></login>");
        }

        String domain(String command, String inner) throws IOException {
            return say("<" + command + "><domain:" + command
                    + " xmlns:domain=\"urn:ietf:params:xml:ns:domain-1.0\">" + inner + "</domain:" + command + "></"
                    + command + ">");
        }

        @Override
        public void close() throws IOException {
            socket.close();
        }
    }

    private Talk signedIn() throws IOException {
        Talk talk = new Talk();
        assertThat(talk.hear()).contains("<greeting>", "urn:ietf:params:xml:ns:epp:fee-1.0");
        assertThat(talk.signIn("secret")).contains("code=\"1000\"");
        return talk;
    }

    private static String name(String name) {
        return "<domain:name>" + name + "</domain:name>";
    }

    @Test
    void nobodyDoesAnythingWithoutHavingSignedIn() throws IOException {
        try (Talk talk = new Talk()) {
            talk.hear();
            assertThat(talk.domain("create", name("moonlit.art.localhost"))).contains("code=\"2002\"");
            assertThat(talk.signIn("guess")).contains("code=\"2200\"");
            assertThat(talk.domain("create", name("moonlit.art.localhost"))).contains("code=\"2002\"");
        }
        assertThat(registry.names()).isEmpty();
    }

    @Test
    void aNameIsCheckedRegisteredRenewedAndDeleted() throws IOException {
        try (Talk talk = signedIn()) {
            assertThat(talk.domain("check", name("moonlit.art.localhost") + name("a&amp;b") + name("art.localhost")))
                    .contains("avail=\"1\">moonlit.art.localhost", "avail=\"0\">a&amp;b", "Not sold here")
                    .contains("<fee:fee>12.00</fee:fee>", "<fee:fee>24.00</fee:fee>");
            assertThat(talk.domain("create", name("moonlit.art.localhost") + "<domain:period>2</domain:period>"))
                    .contains("code=\"1000\"", "<domain:exDate>2028-11-24T12:00:00Z");
            assertThat(talk.domain("create", name("moonlit.art.localhost"))).contains("code=\"2302\"");
            assertThat(talk.domain("check", name("moonlit.art.localhost"))).contains("avail=\"0\"", "In use");
            assertThat(talk.domain("info", name("moonlit.art.localhost"))).contains("<domain:clID>harbor");
            for (String wrong : List.of("", "<domain:curExpDate>2027-11-24</domain:curExpDate>")) {
                assertThat(talk.domain("renew", name("moonlit.art.localhost") + wrong))
                        .contains("code=\"2306\"");
            }
            assertThat(talk.domain(
                            "renew",
                            name("moonlit.art.localhost") + "<domain:curExpDate>2028-11-24</domain:curExpDate>"))
                    .contains("<domain:exDate>2029-11-24");
            assertThat(talk.domain("delete", name("moonlit.art.localhost"))).contains("code=\"1000\"");
            assertThat(talk.domain("info", name("moonlit.art.localhost"))).contains("code=\"2303\"");
            assertThat(talk.say("<logout/>")).contains("code=\"1500\"");
        }
    }

    @Test
    void nameServersAreAddedAndTakenOut() throws IOException {
        registry.create("moonlit.art.localhost", "harbor", 1, List.of("ns1.old.localhost", "ns2.old.localhost"));
        try (Talk talk = signedIn()) {
            talk.domain(
                    "update",
                    name("moonlit.art.localhost")
                            + "<domain:add><domain:ns><domain:hostObj>ns.new.localhost</domain:hostObj></domain:ns></domain:add>"
                            + "<domain:rem><domain:ns><domain:hostObj>ns1.old.localhost</domain:hostObj></domain:ns></domain:rem>");
        }
        assertThat(registry.find("moonlit.art.localhost").orElseThrow().nameServers())
                .containsExactly("ns2.old.localhost", "ns.new.localhost");
    }

    @Test
    void whatIsSomeoneElsesIsNotTouchedAndWhatIsNotSoldIsNotMade() throws IOException {
        registry.create("theirs.art.localhost", "elsewhere", 1, List.of());
        try (Talk talk = signedIn()) {
            assertThat(talk.domain("info", name("theirs.art.localhost")))
                    .contains("<domain:clID>elsewhere</domain:clID>");
            for (String command : List.of("delete", "update", "renew")) {
                assertThat(talk.domain(command, name("theirs.art.localhost"))).contains("code=\"2201\"");
            }
            assertThat(talk.domain("create", name("moonlit.org.localhost"))).contains("code=\"2306\"");
        }
        assertThat(registry.names()).hasSize(1);
    }

    @Test
    void aRegistryThatIsDownBreaksOff() throws IOException {
        try (Talk before = signedIn()) {
            server.setDown(true);
            assertThatThrownBy(() -> before.domain("check", name("moonlit.art.localhost")))
                    .isInstanceOf(IOException.class);
            try (Talk talk = new Talk()) {
                assertThatThrownBy(talk::hear).isInstanceOf(IOException.class);
            }
        }
        server.setDown(false);
        signedIn().close();
    }

    @Test
    void whatIsNotXmlEndsTheConversation() throws IOException {
        try (Talk talk = signedIn()) {
            assertThatThrownBy(() -> talk.say("<unclosed>")).isInstanceOf(IOException.class);
        }
    }
}
