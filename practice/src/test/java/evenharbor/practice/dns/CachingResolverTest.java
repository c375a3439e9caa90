package evenharbor.practice.dns;

import static evenharbor.practice.dns.SmallInternet.answers;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.xbill.DNS.Message;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Type;

/** The resolver that visitors use: follows delegations, and keeps what it heard for as long as it may. */
class CachingResolverTest {

    private static final String DOMAIN = "nightjar.club.localhost";
    private static final String WWW = "www." + DOMAIN + ".";

    @TempDir
    Path folder;

    private SmallInternet internet;

    @BeforeEach
    void begin() throws IOException {
        internet = new SmallInternet(folder);
        internet.elsewhere(DOMAIN);
        put("www", "A", "127.0.0.1");
    }

    @AfterEach
    void end() throws IOException {
        internet.close();
    }

    private void put(String name, String type, String... data) throws IOException {
        internet.dns().setElsewhere(DOMAIN, name, type, 300, List.of(data));
    }

    private Message ask(String name) throws IOException {
        return internet.ask(PracticeDns.RESOLVER, name, Type.A);
    }

    @Test
    void anAnswerIsKeptForItsTtlAndNotASecondLonger() throws IOException {
        assertThat(answers(ask(WWW))).containsExactly(WWW + " 300 A 127.0.0.1");
        put("www", "A", "127.0.0.2");
        internet.pass(Duration.ofSeconds(299));
        assertThat(answers(ask(WWW))).containsExactly(WWW + " 1 A 127.0.0.1");
        internet.pass(Duration.ofSeconds(1));
        assertThat(answers(ask(WWW))).containsExactly(WWW + " 300 A 127.0.0.2");
    }

    @Test
    void noSuchNameIsKeptForAsLongAsTheZoneSays() throws IOException {
        String fresh = "fresh." + DOMAIN + ".";
        assertThat(ask(fresh).getRcode()).isEqualTo(Rcode.NXDOMAIN);
        put("fresh", "A", "127.0.0.3");
        internet.pass(Duration.ofSeconds(3599));
        assertThat(ask(fresh).getRcode()).isEqualTo(Rcode.NXDOMAIN);
        assertThat(internet.dns().holdings("resolver")).anyMatch(l -> l.contains("no such name, for 1 s"));
        internet.pass(Duration.ofSeconds(1));
        assertThat(answers(ask(fresh))).hasSize(1);
    }

    @Test
    void noSuchRecordIsToldFromNoSuchName() throws IOException {
        Message answer = internet.ask(PracticeDns.RESOLVER, WWW, Type.AAAA);
        assertThat(answer.getRcode()).isEqualTo(Rcode.NOERROR);
        assertThat(answers(answer)).isEmpty();
        assertThat(internet.dns().holdings("resolver")).anyMatch(l -> l.contains("AAAA: no such record"));
    }

    @Test
    void anAliasIsFollowedIntoAnotherCompanysZone() throws IOException {
        put("out", "CNAME", "visit.harbor.localhost.");
        assertThat(answers(ask("out." + DOMAIN + ".")))
                .containsExactly(
                        "out." + DOMAIN + ". 300 CNAME visit.harbor.localhost.",
                        "visit.harbor.localhost. 3600 A 127.0.0.1");
        put("round", "CNAME", "round." + DOMAIN + ".");
        assertThat(ask("round." + DOMAIN + ".").getRcode()).isEqualTo(Rcode.SERVFAIL);
    }

    @Test
    void aResolverThatKeepsTooLongGoesOnWithWhatItHeard() throws IOException {
        ask(WWW);
        put("www", "A", "127.0.0.2");
        internet.dns().setFault("resolver", Fault.STALE);
        internet.pass(Duration.ofDays(2));
        assertThat(answers(ask(WWW))).containsExactly(WWW + " 1 A 127.0.0.1");
        internet.dns().setFault("resolver", Fault.NONE);
        assertThat(answers(ask(WWW))).containsExactly(WWW + " 300 A 127.0.0.2");
    }

    @Test
    void whatWasForgottenIsAskedAgain() throws IOException {
        ask(WWW);
        put("www", "A", "127.0.0.2");
        internet.dns().forget();
        assertThat(internet.dns().holdings("resolver")).isEmpty();
        assertThat(answers(ask(WWW))).containsExactly(WWW + " 300 A 127.0.0.2");
    }

    @Test
    void whereNobodyAnswersItSaysThatItFailed() throws IOException {
        internet.dns().setFault("elsewhere", Fault.LAME);
        assertThat(ask(WWW).getRcode()).isEqualTo(Rcode.SERVFAIL);
        internet.dns().setFault("elsewhere", Fault.NONE);
        assertThat(answers(ask(WWW))).as("a failure is not kept").hasSize(1);
    }

    @Test
    void oneOfTwoServersIsEnough() throws IOException {
        internet.dns().setFault("ns1", Fault.FAILING);
        assertThat(answers(ask("papermoon.harbor.localhost."))).hasSize(1);
    }
}
