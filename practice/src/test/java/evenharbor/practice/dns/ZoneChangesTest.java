package evenharbor.practice.dns;

import static evenharbor.practice.dns.SmallInternet.KEY;
import static evenharbor.practice.dns.SmallInternet.answers;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.TSIG;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;
import org.xbill.DNS.Update;

/** Signed updates (RFC 2136, RFC 8945) and transfers (RFC 5936) at the harbor's own practice name servers. */
class ZoneChangesTest {

    private static final TSIG WRONG = new TSIG(TSIG.HMAC_SHA256, "harbor-key.", "YW5vdGhlciBzZWNyZXQgYWx0b2dldGhlcg==");
    private static final Name ZONE = Name.fromConstantString("moon.art.localhost.");
    private static final Name WWW = Name.fromConstantString("www.moon.art.localhost.");

    @TempDir
    Path folder;

    private SmallInternet internet;

    @BeforeEach
    void begin() throws IOException {
        internet = new SmallInternet(folder);
        assertThat(change(KEY, u -> add(u, "www", "A", "127.0.0.1")).getRcode()).isEqualTo(Rcode.NOERROR);
    }

    @AfterEach
    void end() throws IOException {
        internet.close();
    }

    private static void add(Update update, String name, String type, String data) {
        try {
            update.add(Name.fromString(name, ZONE), Type.value(type), 300, data);
        } catch (IOException e) {
            throw new IllegalArgumentException(e);
        }
    }

    private Message change(TSIG key, Consumer<Update> how) throws IOException {
        Update update = new Update(ZONE);
        how.accept(update);
        if (key != null) {
            update.setTSIG(key, Rcode.NOERROR, null);
        }
        return internet.send(PracticeDns.HARBOR_1, update, true, Duration.ofSeconds(4));
    }

    private List<String> www() throws IOException {
        return answers(internet.ask(PracticeDns.HARBOR_1, WWW.toString(), Type.A));
    }

    private long serial() throws IOException {
        String soa = answers(internet.ask(PracticeDns.HARBOR_1, ZONE.toString(), Type.SOA))
                .get(0);
        return Long.parseLong(soa.split(" ")[5]);
    }

    @Test
    void aSignedUpdateBeginsAZoneThatBothServersAnswerFor() throws IOException {
        for (String server : List.of(PracticeDns.HARBOR_1, PracticeDns.HARBOR_2)) {
            assertThat(answers(internet.ask(server, WWW.toString(), Type.A)))
                    .containsExactly("www.moon.art.localhost. 300 A 127.0.0.1");
            assertThat(answers(internet.ask(server, ZONE.toString(), Type.NS))).hasSize(2);
        }
    }

    static Stream<Arguments> conditions() throws TextParseException {
        Name none = Name.fromString("none", ZONE);
        return Stream.of(
                Arguments.of("the set is there", condition(u -> u.present(WWW, Type.A)), Rcode.NOERROR),
                Arguments.of("the set is as seen", condition(u -> exact(u, "127.0.0.1")), Rcode.NOERROR),
                Arguments.of("the set is another", condition(u -> exact(u, "127.0.0.2")), Rcode.NXRRSET),
                Arguments.of("the set is not there", condition(u -> u.present(WWW, Type.MX)), Rcode.NXRRSET),
                Arguments.of("the name is not there", condition(u -> u.present(none)), Rcode.NXDOMAIN),
                Arguments.of("the name is there", condition(u -> u.present(WWW)), Rcode.NOERROR),
                Arguments.of("no such name, rightly", condition(u -> u.absent(none)), Rcode.NOERROR),
                Arguments.of("no such name, wrongly", condition(u -> u.absent(WWW)), Rcode.YXDOMAIN),
                Arguments.of("no such set, rightly", condition(u -> u.absent(WWW, Type.MX)), Rcode.NOERROR),
                Arguments.of("no such set, wrongly", condition(u -> u.absent(WWW, Type.A)), Rcode.YXRRSET),
                Arguments.of(
                        "another zone's name",
                        condition(u -> u.present(Name.fromConstantString("sun.art.localhost."))),
                        Rcode.NOTZONE));
    }

    private static Consumer<Update> condition(Consumer<Update> of) {
        return of;
    }

    private static void exact(Update update, String data) {
        try {
            update.present(WWW, Type.A, data);
        } catch (IOException e) {
            throw new IllegalArgumentException(e);
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("conditions")
    void anUpdateIsCarriedOutOnlyWhenItsConditionHolds(String what, Consumer<Update> condition, int rcode)
            throws IOException {
        long before = serial();
        Message answer = change(KEY, u -> {
            condition.accept(u);
            add(u, "new", "A", "127.0.0.3");
        });
        assertThat(Rcode.string(answer.getRcode())).isEqualTo(Rcode.string(rcode));
        boolean done = rcode == Rcode.NOERROR;
        assertThat(serial()).isEqualTo(done ? before + 1 : before);
        assertThat(answers(internet.ask(PracticeDns.HARBOR_1, "new.moon.art.localhost.", Type.A)))
                .hasSize(done ? 1 : 0);
    }

    @Test
    void recordsAreTakenOutOneByOneOrAsASet() throws IOException {
        change(KEY, u -> add(u, "www", "A", "127.0.0.2"));
        assertThat(www()).hasSize(2);
        change(KEY, u -> {
            try {
                u.delete(WWW, Type.A, "127.0.0.1");
            } catch (IOException e) {
                throw new IllegalArgumentException(e);
            }
        });
        assertThat(www()).containsExactly("www.moon.art.localhost. 300 A 127.0.0.2");
        change(KEY, u -> u.delete(WWW, Type.A));
        assertThat(www()).isEmpty();
    }

    @Test
    void whoHasNotTheKeyChangesNothing() throws IOException {
        long before = serial();
        assertThat(change(null, u -> add(u, "www", "A", "127.0.0.9")).getRcode())
                .isEqualTo(Rcode.REFUSED);
        assertThat(change(WRONG, u -> add(u, "www", "A", "127.0.0.9")).getRcode())
                .isEqualTo(Rcode.NOTAUTH);
        assertThat(serial()).isEqualTo(before);
        assertThat(www()).hasSize(1);
    }

    @Test
    void aZoneIsTransferredWholeToWhoHasTheKeyAndToNobodyElse() throws Exception {
        List<Record> whole = internet.transfer(ZONE, KEY);
        assertThat(whole.get(0).getType()).isEqualTo(Type.SOA);
        assertThat(whole.get(whole.size() - 1)).isEqualTo(whole.get(0));
        assertThat(whole).hasSize(5);
        assertThatThrownBy(() -> internet.transfer(ZONE, null)).hasMessageContaining("REFUSED");
        assertThatThrownBy(() -> internet.transfer(ZONE, WRONG)).isInstanceOf(Exception.class);
        assertThatThrownBy(() -> internet.transfer(Name.fromConstantString("unknown.art.localhost."), KEY))
                .hasMessageContaining("NOTAUTH");
    }

    @Test
    void noZoneOfTheOtherCompanyCanBeChanged() throws IOException {
        internet.elsewhere("nightjar.club.localhost");
        Update update = new Update(Name.fromConstantString("nightjar.club.localhost."));
        update.setTSIG(KEY, Rcode.NOERROR, null);
        assertThat(internet.send(PracticeDns.ELSEWHERE, update, true, Duration.ofSeconds(4))
                        .getRcode())
                .isEqualTo(Rcode.REFUSED);
    }

    @Test
    void changedZonesOutliveARestart() throws IOException {
        long before = serial();
        internet.restart();
        assertThat(serial()).isEqualTo(before);
        assertThat(www()).hasSize(1);
    }
}
