package evenharbor.core.where.domain;

import static evenharbor.core.where.domain.ZoneCases.APEX;
import static evenharbor.core.where.domain.ZoneCases.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.TXTRecord;
import org.xbill.DNS.Type;

/** What the field allows and forbids for each record set by itself. */
class RecordRulesTest {

    private static List<RecordFault> faults(RecordSet... sets) {
        return RecordRules.judge(APEX, List.of(sets)).faults();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "@ | A | 192.0.2.7 | 192.0.2.7",
                "papermoon.example. | A | 192.0.2.7 | 192.0.2.7",
                "WWW | CNAME | visit.example. | visit.example.",
                "www.papermoon.example | CNAME | visit | visit.papermoon.example.",
                "@ | AAAA | 2001:db8::7 | 2001:db8:0:0:0:0:0:7",
                "@ | MX | 10 mail.example. | 10 mail.example.",
                "@ | MX | 0 . | 0 .",
                "@ | TXT | v=spf1 -all | \"v=spf1 -all\"",
                "@ | TXT | \"two\" \"parts\" | \"two\" \"parts\"",
                "@ | TXT | say \"hi\" | \"say \\\"hi\\\"\"",
                "@ | CAA | 0 issue \"ca.example\" | 0 issue \"ca.example\"",
                "_sip._tcp | SRV | 0 5 5060 sip.example. | 0 5 5060 sip.example.",
                "_dmarc | TXT | v=DMARC1; p=none | \"v=DMARC1; p=none\"",
                "* | A | 192.0.2.7 | 192.0.2.7",
                "*.shop | CNAME | visit.example. | visit.example.",
                "deep | NS | ns1.example. | ns1.example.",
                "_x._domainkey | CNAME | _x.mail.example. | _x.mail.example.",
            })
    void whatTheFieldAllowsIsKeptInOneForm(String name, String type, String typed, String kept) {
        RecordRules.Verdict verdict = RecordRules.judge(APEX, List.of(new RecordSet(name, type, 300, List.of(typed))));
        assertThat(verdict.faults()).isEmpty();
        assertThat(verdict.zone().sets().get(0).data()).containsExactly(kept);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "@ | CNAME | 3600 | visit.example. | name | cannot be an alias",
                "@ | NS | 3600 | ns.example. | name | kept by the harbor",
                "www | A | 3600 | visit.example. | data | no A record",
                "www | A | 3600 | 192.0.2.700 | data | no A record",
                "www | AAAA | 3600 | 192.0.2.7 | data | no AAAA record",
                "www | CNAME | 3600 | 192.0.2.7 | data | not a number",
                "www | CNAME | 3600 | http://visit.example/ | data | no host name",
                "@ | MX | 3600 | mail.example. | data | no MX record",
                "@ | MX | 3600 | 10 192.0.2.7 | data | not a number",
                "@ | CAA | 3600 | 0 issues \"ca.example\" | data | one of the tags",
                "@ | CAA | 3600 | issue ca.example | data | no CAA record",
                "sip | SRV | 3600 | 0 5 5060 sip.example. | name | stands at a service",
                "_sip._tcp | SRV | 3600 | 0 5 sip.example. | data | no SRV record",
                "www | A | 59 | 192.0.2.7 | ttl | between 60",
                "www | A | 604801 | 192.0.2.7 | ttl | between 60",
                "w w | A | 3600 | 192.0.2.7 | name | no name within a zone",
                "a.*.b | A | 3600 | 192.0.2.7 | name | no name within a zone",
                "-a | A | 3600 | 192.0.2.7 | name | no name within a zone",
                "www | PTR | 3600 | x.example. | type | not kept here",
                "www | A | 3600 | ~~ | data | Fill this in",
            })
    void whatTheFieldForbidsIsRefusedAtItsField(
            String name, String type, long ttl, String data, String field, String words) {
        List<RecordFault> faults = faults(new RecordSet(name, type, ttl, List.of(data)));
        assertThat(faults).isNotEmpty();
        assertThat(faults.get(0).field()).isEqualTo(field);
        assertThat(faults.get(0).sentence()).contains(words);
    }

    @Test
    void anAliasHasNoOtherDataBesideIt() {
        assertThat(faults(set("www", "CNAME", "visit.example."), set("www", "TXT", "x")))
                .extracting(RecordFault::sentence)
                .anySatisfy(s -> assertThat(s).contains("can have no other records"));
        assertThat(faults(set("www", "CNAME", "a.example.", "b.example."))).isNotEmpty();
    }

    @Test
    void twiceTheSameIsSaid() {
        assertThat(faults(set("www", "A", "192.0.2.7", "192.0.2.7")))
                .extracting(RecordFault::index)
                .containsExactly(1);
        assertThat(faults(set("www", "A", "192.0.2.7"), set("www", "A", "192.0.2.8")))
                .isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource({"300, 0", "500, 0", "501, 1"})
    void aZoneHasAtMost500Sets(int count, int wanted) {
        List<RecordSet> sets = IntStream.range(0, count)
                .mapToObj(i -> set("n" + i, "A", "192.0.2.7"))
                .toList();
        assertThat(RecordRules.judge(APEX, sets).faults()).hasSize(wanted);
    }

    @Test
    void aSetHasAtLeastOneRecordAndAtMostAHundred() {
        assertThat(faults(new RecordSet("www", "A", 300, List.of())))
                .extracting(RecordFault::sentence)
                .anySatisfy(s -> assertThat(s).contains("at least one"));
        String[] many = IntStream.range(0, 101).mapToObj(i -> "192.0.2." + i).toArray(String[]::new);
        assertThat(faults(set("www", "A", many)))
                .extracting(RecordFault::sentence)
                .anySatisfy(s -> assertThat(s).contains("100 records"));
        assertThat(faults(set("www", "A", Arrays.copyOf(many, 100)))).isEmpty();
    }

    /** A text of any length and script comes back as it was typed, in strings of at most 255 octets. */
    @Property
    void aTextKeepsEachOfItsOctets(@ForAll @StringLength(min = 1, max = 900) String typed) {
        String text = typed.strip();
        if (!text.isEmpty() && !text.startsWith("\"")) {
            RecordRules.Verdict verdict = RecordRules.judge(APEX, List.of(set("@", "TXT", text)));
            assertThat(verdict.faults()).isEmpty();
            String kept = verdict.zone().sets().get(0).data().get(0);
            assertThat(octets(kept)).isEqualTo(text.getBytes(StandardCharsets.UTF_8));
        }
    }

    private static byte[] octets(String kept) {
        try {
            Name at = Name.fromString("papermoon.example.");
            TXTRecord txt = (TXTRecord) Record.fromString(at, Type.TXT, DClass.IN, 60, kept, at);
            ByteArrayOutputStream all = new ByteArrayOutputStream();
            for (byte[] string : txt.getStringsAsByteArrays()) {
                assertThat(string.length).isLessThanOrEqualTo(255);
                all.write(string);
            }
            return all.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"A", "AAAA", "CNAME", "MX", "TXT", "CAA", "SRV", "NS"})
    void whatIsLeftEmptyIsShownByAnExampleThatWouldBeTaken(String type) {
        String name = type.equals("SRV") ? "_sip._tcp" : "www";
        String sentence = faults(set(name, type, "")).get(0).sentence();
        assertThat(sentence).contains("such as ");
        String example = sentence.substring(sentence.indexOf("such as ") + "such as ".length(), sentence.length() - 1);
        String whole =
                example.matches(".*[a-z]$") && !type.equals("CAA") && !type.equals("TXT") ? example + "." : example;
        assertThat(faults(set(name, type, whole))).isEmpty();
    }
}
