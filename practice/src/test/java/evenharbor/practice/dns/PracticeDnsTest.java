package evenharbor.practice.dns;

import static evenharbor.practice.dns.SmallInternet.answers;
import static evenharbor.practice.dns.SmallInternet.authoritative;
import static evenharbor.practice.dns.SmallInternet.lines;
import static evenharbor.practice.dns.SmallInternet.question;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/** The name servers of the practice harbor answer as the standards say, or fail as they are told to. */
class PracticeDnsTest {

    @TempDir
    Path folder;

    private SmallInternet internet;

    @BeforeEach
    void begin() {
        internet = new SmallInternet(folder);
        internet.elsewhere("nightjar.club.localhost");
    }

    @AfterEach
    void end() throws IOException {
        internet.close();
    }

    private void elsewhere(String name, String type, String... data) throws IOException {
        internet.dns().setElsewhere("nightjar.club.localhost", name, type, 300, List.of(data));
    }

    @Test
    void aDelegationIsFollowedFromTheRootDown() throws IOException {
        Message root = internet.ask(PracticeDns.ROOT, "www.nightjar.club.localhost.", Type.A);
        assertThat(authoritative(root)).isFalse();
        assertThat(answers(root)).isEmpty();
        assertThat(lines(root, Section.AUTHORITY)).containsExactly("club.localhost. 3600 NS ns.registry.localhost.");
        assertThat(lines(root, Section.ADDITIONAL))
                .as("glue")
                .containsExactly("ns.registry.localhost. 3600 A " + PracticeDns.REGISTRY);

        Message registry = internet.ask(PracticeDns.REGISTRY, "www.nightjar.club.localhost.", Type.A);
        assertThat(authoritative(registry)).isFalse();
        assertThat(lines(registry, Section.AUTHORITY))
                .containsExactly("nightjar.club.localhost. 3600 NS ns.elsewhere.localhost.");

        Message own = internet.ask(PracticeDns.ELSEWHERE, "nightjar.club.localhost.", Type.A);
        assertThat(authoritative(own)).isTrue();
        assertThat(answers(own)).containsExactly("nightjar.club.localhost. 3600 A 127.0.0.9");
    }

    @Test
    void aNameTakenOutOfTheRegistryIsNoSuchNameThere() throws IOException {
        internet.dns().delegate("nightjar.club.localhost", List.of());
        Message answer = internet.ask(PracticeDns.REGISTRY, "nightjar.club.localhost.", Type.NS);
        assertThat(answer.getRcode()).isEqualTo(Rcode.NXDOMAIN);
        assertThat(authoritative(answer)).isTrue();
    }

    @Test
    void aDelegationThatIsTheSameAlreadyChangesNothing() throws IOException {
        String before = serial("club.localhost.");
        internet.dns().delegate("nightjar.club.localhost", List.of(PracticeDns.ELSEWHERE_SERVER));
        assertThat(serial("club.localhost.")).isEqualTo(before);
        internet.dns().delegate("nightjar.club.localhost", List.of("ns1.harbor.localhost"));
        assertThat(serial("club.localhost.")).isNotEqualTo(before);
    }

    private String serial(String zone) throws IOException {
        return answers(internet.ask(PracticeDns.REGISTRY, zone, Type.SOA))
                .get(0)
                .split(" ")[5];
    }

    @ParameterizedTest(name = "{0} {1} is {2}")
    @CsvSource(
            delimiter = '|',
            value = {
                "nightjar.club.localhost. | A    | NOERROR  | nightjar.club.localhost. 3600 A 127.0.0.9",
                "nightjar.club.localhost. | AAAA | NOERROR  | ",
                "nowhere.nightjar.club.localhost. | A | NXDOMAIN | ",
                "www.nightjar.club.localhost. | A | NOERROR | nightjar.club.localhost. 3600 A 127.0.0.9; www.nightjar.club.localhost. 300 CNAME nightjar.club.localhost.",
                "www.nightjar.club.localhost. | CNAME | NOERROR | www.nightjar.club.localhost. 300 CNAME nightjar.club.localhost.",
                "out.nightjar.club.localhost. | A | NOERROR | out.nightjar.club.localhost. 300 CNAME visit.harbor.localhost.",
                "x.wild.nightjar.club.localhost. | A | NOERROR | x.wild.nightjar.club.localhost. 300 A 127.0.0.7",
                "y.x.wild.nightjar.club.localhost. | A | NOERROR | y.x.wild.nightjar.club.localhost. 300 A 127.0.0.7",
                "there.wild.nightjar.club.localhost. | A | NOERROR | ",
                "wild.nightjar.club.localhost. | A | NOERROR | ",
                "other.localhost. | A | REFUSED | ",
            })
    void anAnswerIsWhatTheZoneSays(String name, String type, String rcode, String expected) throws IOException {
        elsewhere("www", "CNAME", "nightjar.club.localhost.");
        elsewhere("out", "CNAME", "visit.harbor.localhost.");
        elsewhere("*.wild", "A", "127.0.0.7");
        elsewhere("there.wild", "TXT", "\"beside the wildcard\"");
        Message answer = internet.ask(PracticeDns.ELSEWHERE, name, Type.value(type));
        assertThat(Rcode.string(answer.getRcode())).isEqualTo(rcode);
        assertThat(String.join("; ", answers(answer))).isEqualTo(expected == null ? "" : expected);
        if (answers(answer).isEmpty() && !rcode.equals("REFUSED")) {
            assertThat(lines(answer, Section.AUTHORITY))
                    .as("the SOA record that says how long there is none")
                    .singleElement()
                    .asString()
                    .startsWith("nightjar.club.localhost. 3600 SOA");
        }
    }

    @Test
    void whatDoesNotFitIntoUdpIsCutAndComesWholeByTcp() throws IOException {
        String[] many = new String[60];
        for (int i = 0; i < many.length; i++) {
            many[i] = "\"" + "text number %03d ".formatted(i) + "\"";
        }
        elsewhere("@", "TXT", many);
        Message cut = internet.ask(PracticeDns.ELSEWHERE, "nightjar.club.localhost.", Type.TXT);
        assertThat(cut.getHeader().getFlag(Flags.TC)).isTrue();
        assertThat(answers(cut)).isEmpty();
        Message whole = internet.send(
                PracticeDns.ELSEWHERE, question("nightjar.club.localhost.", Type.TXT), true, Duration.ofSeconds(4));
        assertThat(whole.getHeader().getFlag(Flags.TC)).isFalse();
        assertThat(answers(whole)).hasSize(60);
    }

    @ParameterizedTest
    @CsvSource({"FAILING,SERVFAIL", "LAME,REFUSED", "NONE,NOERROR"})
    void aServerFailsAsItIsToldTo(Fault fault, String rcode) throws IOException {
        internet.dns().setFault("elsewhere", fault);
        Message answer = internet.ask(PracticeDns.ELSEWHERE, "nightjar.club.localhost.", Type.A);
        assertThat(Rcode.string(answer.getRcode())).isEqualTo(rcode);
    }

    @ParameterizedTest
    @CsvSource({"SILENT", "SLOW"})
    void aServerThatIsSilentOrSlowIsWaitedForInVain(Fault fault) {
        internet.dns().setFault("elsewhere", fault);
        assertThatThrownBy(() -> internet.send(
                        PracticeDns.ELSEWHERE,
                        question("nightjar.club.localhost.", Type.A),
                        false,
                        Duration.ofMillis(300)))
                .isInstanceOf(IOException.class);
    }

    @Test
    void zonesAndWhatWasChangedInThemOutliveARestart() throws IOException {
        elsewhere("www", "A", "127.0.0.8", "127.0.0.9");
        elsewhere("@", "A");
        List<String> before = internet.dns().holdings("elsewhere");
        internet.restart();
        assertThat(internet.dns().holdings("elsewhere")).isEqualTo(before);
        assertThat(answers(internet.ask(PracticeDns.ELSEWHERE, "www.nightjar.club.localhost.", Type.A)))
                .hasSize(2);
        assertThat(answers(internet.ask(PracticeDns.ELSEWHERE, "nightjar.club.localhost.", Type.A)))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "nightjar.club.localhost,www,NONSENSE,x",
        "nightjar.club.localhost,www,SOA,x",
        "nightjar.club.localhost,www,A,not a number",
        "unknown.club.localhost,www,A,127.0.0.1",
    })
    void whatCannotBeARecordIsRefusedAndNothingIsChanged(String domain, String name, String type, String data) {
        List<String> before = internet.dns().holdings("elsewhere");
        assertThatThrownBy(() -> internet.dns().setElsewhere(domain, name, type, 300, List.of(data)))
                .isInstanceOf(IOException.class);
        assertThat(internet.dns().holdings("elsewhere")).isEqualTo(before);
    }
}
