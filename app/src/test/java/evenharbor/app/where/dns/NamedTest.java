package evenharbor.app.where.dns;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import evenharbor.app.fixture.FreePort;
import evenharbor.app.fixture.Patience;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.RecordRules;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.Type;

/** The zone adapter against a name server that is in use outside: BIND 9, on loopback. */
class NamedTest {

    private static final String KEY = "harbor-zones";
    private static final String SECRET = "dGhlIGtleSBvZiB0aGUgdGVzdHMgZm9yIHpvbmVz";
    private static final HostName APEX = new HostName("papermoon.example");

    private static Path folder;
    private static int port;
    private static Process named;
    private static ZoneServer server;

    @BeforeAll
    static void start() throws IOException {
        folder = Files.createDirectories(Path.of("target", "named")).toAbsolutePath();
        Files.deleteIfExists(folder.resolve("papermoon.example.db"));
        for (String left : new String[] {"papermoon.example.db.jnl", "_default.nzf", "_default.nzd"}) {
            Files.deleteIfExists(folder.resolve(left));
        }
        port = FreePort.next();
        int control = FreePort.next();
        String key = "key \"%s\" { algorithm hmac-sha256; secret \"%s\"; };\n".formatted(KEY, SECRET);
        Files.writeString(
                folder.resolve("named.conf"), key + """
                controls { inet 127.0.0.1 port %d allow { 127.0.0.1; } keys { "%s"; }; };
                options { directory "%s"; pid-file "%s/named.pid"; listen-on port %d { 127.0.0.1; }; listen-on-v6 { none; };
                  recursion no; allow-new-zones yes; dnssec-validation no; session-keyfile "%s/session.key"; };
                """.formatted(control, KEY, folder, folder, port, folder));
        Files.writeString(
                folder.resolve("rndc.conf"),
                key
                        + "options { default-key \"%s\"; default-server 127.0.0.1; default-port %d; };\n"
                                .formatted(KEY, control));
        named = new ProcessBuilder(
                        program("named"),
                        "-g",
                        "-c",
                        folder.resolve("named.conf").toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
        Runtime.getRuntime().addShutdownHook(new Thread(named::destroyForcibly));
        String create =
                "printf '$TTL 300\\n@ SOA ns1.harbor.example. hostmaster.harbor.example. 1 7200 900 1209600 300\\n@ NS ns1.harbor.example.\\n'"
                        + " > %s/{zone}.db && %s -c %s/rndc.conf addzone {zone} '{ type primary; file \"{zone}.db\"; allow-update { key \"%s\"; }; allow-transfer { key \"%s\"; }; };'"
                                .formatted(folder, program("rndc"), folder, KEY, KEY);
        server = server(SECRET, create);
        Awaitility.await().atMost(Patience.MOST).ignoreExceptions().until(() -> ask("version.bind", Type.TXT) != null);
    }

    private static String program(String name) {
        return Files.exists(Path.of("/usr/sbin", name)) ? "/usr/sbin/" + name : name;
    }

    private static ZoneServer server(String secret, String create) {
        return new ZoneServer(new ZoneProperties(
                "127.0.0.1", port, false, List.of("ns1.harbor.example"), KEY + ".", "hmac-sha256", secret, create));
    }

    @AfterAll
    static void stop() {
        named.destroyForcibly();
    }

    private static Message ask(String name, int type) throws IOException {
        SimpleResolver resolver = new SimpleResolver(new InetSocketAddress("127.0.0.1", port));
        resolver.setTimeout(Duration.ofSeconds(2));
        return resolver.send(Message.newQuery(Record.newRecord(Name.fromString(name + "."), type, DClass.IN)));
    }

    private static Zone zone(RecordSet... sets) {
        RecordRules.Verdict verdict = RecordRules.judge(APEX, List.of(sets));
        assertThat(verdict.faults()).isEmpty();
        return verdict.zone();
    }

    private static RecordSet set(String name, String type, long ttl, String... data) {
        return new RecordSet(name, type, ttl, List.of(data));
    }

    @Test
    void aZoneIsMadeChangedQueriedAndTransferredAndAWrongKeyIsToldAsSuch() throws Exception {
        assertThat(failure(() -> server.transfer(APEX))).isEqualTo(ZoneServer.Failure.NO_ZONE);
        server.create(APEX);
        Zone empty = Zone.empty(APEX);
        assertThat(server.transfer(APEX).zone()).isEqualTo(empty);

        Zone wanted = zone(
                set("@", "A", 600, "192.0.2.7", "192.0.2.8"),
                set("www", "CNAME", 600, "visit.harbor.example."),
                set("@", "MX", 3600, "10 mail.papermoon.example."),
                set("mail", "A", 3600, "192.0.2.25"),
                set("@", "TXT", 3600, "v=spf1 -all", "two words \"quoted\""),
                set("@", "CAA", 3600, "0 issue \"ca.example\""),
                set("_sip._tcp", "SRV", 3600, "0 5 5060 sip.example."));
        server.change(APEX, ZoneDifference.between(empty, wanted));
        ZoneServer.Transferred there = server.transfer(APEX);
        assertThat(there.zone()).isEqualTo(wanted);
        assertThat(ask("www.papermoon.example", Type.CNAME)
                        .getSection(Section.ANSWER)
                        .get(0)
                        .rdataToString())
                .isEqualTo("visit.harbor.example.");

        Zone changed = wanted.with(sets -> {
            sets.remove(new RecordSet.Key("_sip._tcp", "SRV"));
            sets.put(new RecordSet.Key("@", "A"), set("@", "A", 60, "192.0.2.9"));
        });
        server.change(APEX, ZoneDifference.between(wanted, changed));
        assertThat(server.transfer(APEX).zone()).isEqualTo(changed);
        assertThat(server.transfer(APEX).serial()).isGreaterThan(there.serial());

        // What someone saw is no longer so: nothing of their change is made.
        assertThat(failure(() -> server.change(APEX, ZoneDifference.between(wanted, empty))))
                .isEqualTo(ZoneServer.Failure.CHANGED);
        assertThat(server.transfer(APEX).zone()).isEqualTo(changed);

        ZoneServer stranger = server("YW5vdGhlciBrZXkgYWx0b2dldGhlciwgbm90IG91cnM=", "");
        assertThat(failure(() -> stranger.change(APEX, ZoneDifference.between(changed, empty))))
                .isEqualTo(ZoneServer.Failure.WRONG_KEY);
        assertThat(failure(() -> stranger.transfer(APEX))).isEqualTo(ZoneServer.Failure.WRONG_KEY);
        assertThat(failure(() -> server.change(
                        new HostName("other.example"),
                        ZoneDifference.between(empty, Zone.of(new HostName("other.example"), changed.sets())))))
                .isIn(ZoneServer.Failure.NO_ZONE, ZoneServer.Failure.REFUSED);
        assertThat(server.transfer(APEX).zone()).isEqualTo(changed);
    }

    private interface Attempt {
        void run() throws Exception;
    }

    private static ZoneServer.Failure failure(Attempt attempt) {
        ZoneServer.Refusal refusal = catchThrowableOfType(ZoneServer.Refusal.class, attempt::run);
        assertThat(refusal).isNotNull();
        return refusal.failure();
    }
}
