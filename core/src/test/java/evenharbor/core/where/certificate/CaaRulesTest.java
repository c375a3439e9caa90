package evenharbor.core.where.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.certificate.CaaRules.Caa;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CaaRulesTest {

    @ParameterizedTest(name = "[{0}] permits {1}, and a wildcard {2}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "                                             | true  | true",
                "0 issue \"ours.example\"                     | true  | true",
                "0 issue \"OURS.example\"                     | true  | true",
                "0 issue \"ours.example; account=1\"          | true  | true",
                "0 issue \" ours.example \"                   | true  | true",
                "0 issue \"other.example\"                    | false | false",
                "0 issue \";\"                                | false | false",
                "0 issue \"\"                                 | false | false",
                "0 issue \"other.example\" , 0 issue \"ours.example\" | true | true",
                "0 issuewild \"ours.example\"                 | true  | true",
                "0 issuewild \";\"                            | true  | false",
                "0 issue \"ours.example\" , 0 issuewild \";\" | true  | false",
                "0 issue \";\" , 0 issuewild \"ours.example\" | false | true",
                "0 iodef \"mailto:a@b.example\"               | true  | true",
                "0 strange \"x\"                              | true  | true",
                "128 strange \"x\"                            | false | false",
                "128 issue \"ours.example\"                   | true  | true",
                "128 strange \"x\" , 0 issue \"ours.example\" | false | false",
                "0 ISSUE \"other.example\"                    | false | false",
            })
    void recordsPermitOrForbid(String records, boolean host, boolean wildcard) {
        List<Caa> set = records == null
                ? List.of()
                : Stream.of(records.split(" , ")).map(Caa::parse).toList();
        assertThat(CaaRules.judge(set, "ours.example", false).permitted()).isEqualTo(host);
        assertThat(CaaRules.judge(set, "ours.example", true).permitted()).isEqualTo(wildcard);
        assertThat(CaaRules.judge(set, "ours.example", false).sentence()).isNotBlank();
    }

    @Test
    void theSentenceSaysWhoIsNamed() {
        assertThat(sentence("0 issue \";\"")).isEqualTo("its CAA records forbid every authority");
        assertThat(sentence("0 issue \"a.example; x=1\"", "0 issue \";\"", "0 issue \"b.example\""))
                .isEqualTo("its CAA records name only a.example, b.example");
        assertThat(sentence("0 issue \"ours.example\"")).isEqualTo("its CAA records name ours.example");
        assertThat(sentence("128 strange \"x\"")).contains("strange");
    }

    private static String sentence(String... records) {
        return CaaRules.judge(Stream.of(records).map(Caa::parse).toList(), "ours.example", false)
                .sentence();
    }
}
