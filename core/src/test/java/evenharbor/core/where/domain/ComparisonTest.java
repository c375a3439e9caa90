package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What was expected against what was seen, and what each pair comes to. */
class ComparisonTest {

    private static final Expected V4 = new Expected(Set.of("192.0.2.7", "192.0.2.8"), Set.of(), "visit.harbor.example");
    private static final Expected BOTH =
            new Expected(Set.of("192.0.2.7"), Set.of("2001:db8:0:0:0:0:0:7"), "visit.harbor.example");

    /** Written short: records as {@code alias>data,data}; failures by a letter. */
    static Seen seen(String text) {
        return switch (text) {
            case "nx" -> new Seen.NoSuchName(List.of(), 300);
            case "none" -> new Seen.NoData(300);
            case "refused" -> new Seen.Refused();
            case "servfail" -> new Seen.ServerFailure();
            case "silent" -> new Seen.NoAnswer();
            case "lame" -> new Seen.Lame();
            case "ring" -> new Seen.Unusable("its aliases lead in a ring");
            default ->
                text.endsWith(">nx")
                        ? new Seen.NoSuchName(List.of(text.substring(0, text.length() - 3)), 300)
                        : records(text);
        };
    }

    private static Seen records(String text) {
        int arrow = text.indexOf('>');
        List<String> aliases = arrow < 0 ? List.of() : List.of(text.substring(0, arrow));
        String data = text.substring(arrow + 1)
                .replace("v6:7", "2001:db8:0:0:0:0:0:7")
                .replace("v6:9", "2001:db8:0:0:0:0:0:9");
        return new Seen.Records(aliases, data.isEmpty() ? List.of() : Arrays.asList(data.split(",")), 600);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "V4 | 192.0.2.7 | none | LEADS_HERE",
                "V4 | 192.0.2.8 | none | LEADS_HERE",
                "V4 | 192.0.2.7,192.0.2.8 | none | LEADS_HERE",
                "V4 | visit.harbor.example>192.0.2.7 | none | LEADS_HERE_BY_NAME",
                "V4 | other.example>192.0.2.7 | none | LEADS_HERE_BY_NAME",
                "V4 | 198.51.100.1 | none | ELSEWHERE",
                "V4 | 198.51.100.1,198.51.100.2 | none | ELSEWHERE",
                "V4 | shop.example>198.51.100.1 | none | ELSEWHERE_BY_NAME",
                "V4 | 192.0.2.7,198.51.100.1 | none | PARTLY_ELSEWHERE",
                "V4 | shop.example>192.0.2.7,198.51.100.1 | none | PARTLY_ELSEWHERE",
                "V4 | 192.0.2.7 | v6:9 | V6_UNSERVED",
                "V4 | visit.harbor.example>192.0.2.7 | v6:9 | V6_UNSERVED",
                "V4 | 198.51.100.1 | v6:9 | ELSEWHERE",
                "V4 | none | v6:9 | ELSEWHERE",
                "V4 | 10.0.0.7 | none | LOCAL_NUMBER",
                "V4 | 192.168.1.4 | none | LOCAL_NUMBER",
                "V4 | 172.16.0.1 | none | LOCAL_NUMBER",
                "V4 | 172.31.255.1 | none | LOCAL_NUMBER",
                "V4 | 172.32.0.1 | none | ELSEWHERE",
                "V4 | 100.64.0.1 | none | LOCAL_NUMBER",
                "V4 | 127.0.0.9 | none | LOCAL_NUMBER",
                "V4 | 169.254.1.1 | none | LOCAL_NUMBER",
                "V4 | none | fd00:0:0:0:0:0:0:7 | LOCAL_NUMBER",
                "V4 | none | fe80:0:0:0:0:0:0:7 | LOCAL_NUMBER",
                "V4 | 192.0.2.9,10.0.0.7 | none | LOCAL_NUMBER",
                "V4 | 192.0.2.7,10.0.0.7 | none | PARTLY_ELSEWHERE",
                "V4 | nx | nx | NO_SUCH_NAME",
                "V4 | gone.example>nx | gone.example>nx | DANGLING",
                "V4 | none | none | NO_ADDRESS",
                "V4 | mail.example> | none | NO_ADDRESS",
                "V4 | refused | refused | REFUSED",
                "V4 | servfail | none | SERVER_FAILURE",
                "V4 | silent | silent | NO_ANSWER",
                "V4 | lame | lame | LAME",
                "V4 | ring | ring | UNUSABLE",
                "V4 | 192.0.2.7 | silent | NO_ANSWER",
                "V4 | 192.0.2.7 | servfail | SERVER_FAILURE",
                "V4 | none | silent | NO_ANSWER",
                "BOTH | 192.0.2.7 | v6:7 | LEADS_HERE",
                "BOTH | 192.0.2.7 | none | LEADS_HERE",
                "BOTH | none | v6:7 | LEADS_HERE",
                "BOTH | 192.0.2.7 | v6:9 | V6_ELSEWHERE",
                "BOTH | 192.0.2.7 | v6:7,v6:9 | V6_ELSEWHERE",
                "BOTH | 198.51.100.1 | v6:7 | PARTLY_ELSEWHERE",
                "BOTH | 198.51.100.1 | v6:9 | ELSEWHERE",
                "BOTH | visit.harbor.example>192.0.2.7 | visit.harbor.example>v6:7 | LEADS_HERE_BY_NAME",
                "BOTH | shop.example>198.51.100.1 | shop.example>v6:9 | ELSEWHERE_BY_NAME",
                "BOTH | none | v6:9 | ELSEWHERE",
            })
    void eachPairHasItsFinding(String expected, String v4, String v6, Comparison.Kind wanted) {
        Comparison comparison = Comparison.of(expected.equals("V4") ? V4 : BOTH, seen(v4), seen(v6));
        assertThat(comparison.kind()).isEqualTo(wanted);
        assertThat(comparison.sentence()).endsWith(".");
        assertThat(comparison.todo().isEmpty()).isEqualTo(wanted.good());
        assertThat(comparison.kind().inconclusive()).isEqualTo(!(seen(v4).conclusive() && seen(v6).conclusive()));
    }

    /** Each answer: whether it says something about the name, for how long it may be kept, and its words. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "192.0.2.7 | true | 600 | 192.0.2.7",
                "192.0.2.7,192.0.2.8 | true | 600 | 192.0.2.7, 192.0.2.8",
                "shop.example>192.0.2.7 | true | 600 | by way of shop.example 192.0.2.7",
                "shop.example> | true | 600 | by way of shop.example nothing",
                "nx | true | 300 | no such name",
                "gone.example>nx | true | 300 | an alias of gone.example, which does not exist",
                "none | true | 300 | the name, without such a record",
                "refused | false | 0 | refused to answer",
                "servfail | false | 0 | failed to answer",
                "silent | false | 0 | no answer in time",
                "lame | false | 0 | does not have the zone",
                "ring | false | 0 | its aliases lead in a ring",
            })
    void eachAnswerSaysWhatItIsWorth(String text, boolean conclusive, long keptFor, String words) {
        Seen seen = seen(text);
        assertThat(seen.conclusive()).isEqualTo(conclusive);
        assertThat(seen.keptFor()).isEqualTo(keptFor);
        assertThat(seen.words()).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({
        "10.0.0.1, true",
        "11.0.0.1, false",
        "172.15.0.1, false",
        "172.16.0.1, true",
        "172.31.255.255, true",
        "172.32.0.1, false",
        "192.168.0.1, true",
        "192.169.0.1, false",
        "100.63.255.255, false",
        "100.64.0.1, true",
        "100.127.255.255, true",
        "100.128.0.1, false",
        "127.0.0.1, true",
        "169.254.9.9, true",
        "192.0.2.7, false",
        "::1, true",
        "fe80::1, true",
        "fc00::1, true",
        "fdff::1, true",
        "fe00::1, false",
        "2001:db8::7, false",
    })
    void innerNumbersLeadNowhereAcrossTheInternet(String number, boolean inner) {
        assertThat(InnerNumbers.contains(number)).isEqualTo(inner);
    }
}
