package evenharbor.core.where.domain;

import static evenharbor.core.where.domain.ZoneCases.APEX;
import static evenharbor.core.where.domain.ZoneCases.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the field allows and forbids for record sets beside each other. */
class ZoneRulesTest {

    /** Each row: the sets of a zone, each as name, type and data; and a part of what is wrong, or ok. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "www CNAME visit.example.; www TXT x | can have no other records",
                "www CNAME visit.example.; mail A 192.0.2.7 | ok",
                "@ MX 10 mail; mail CNAME elsewhere.example. | RFC 2181",
                "_sip._tcp SRV 0 5 5060 sip; sip CNAME elsewhere.example. | RFC 2181",
                "@ MX 10 mail | has no address",
                "@ MX 10 mail.papermoon.example. | has no address",
                "@ MX 10 mail.elsewhere.example. | ok",
                "@ MX 10 papermoon.example.org. | ok",
                "@ MX 10 notpapermoon.example. | ok",
                "@ MX 0 . | ok",
                "@ MX 10 mail; mail A 192.0.2.7 | ok",
                "@ MX 10 mail; mail AAAA 2001:db8::7 | ok",
                "@ MX 10 mail; mail TXT x | has no address",
                "@ MX 10 mail; * A 192.0.2.7 | ok",
                "@ MX 10 mail; * AAAA 2001:db8::7 | ok",
                "@ MX 10 mail; * TXT x | has no address",
                "@ MX 10 a.mail; *.mail A 192.0.2.7 | ok",
                "@ MX 10 b.a.mail; *.mail A 192.0.2.7 | ok",
                "@ MX 10 mail; *.mail A 192.0.2.7 | has no address",
                "@ MX 10 @; @ A 192.0.2.7 | ok",
                "@ MX 10 mail.shop; shop NS ns.example. | ok",
                "_sip._tcp SRV 0 5 5060 sip | has no address",
                "shop NS ns.shop | ok",
                "shop NS ns | has no address",
                "shop NS ns.shop; ns.shop A 192.0.2.7 | ok",
                "shop NS ns.shop; ns.shop A 192.0.2.7; ns.shop AAAA 2001:db8::7 | ok",
                "shop NS ns.example.; www.shop TXT x | never be seen here",
                "shop NS ns.example.; a.b.shop CNAME x.example. | never be seen here",
                "shop NS ns.example.; workshop TXT x | ok",
                "shop NS ns.example.; shop TXT x | would never be seen",
                "shop NS ns.example.; shop A 192.0.2.7 | ok",
            })
    void setsBearEachOtherOrAreToldWhyNot(String zone, String wanted) {
        List<RecordSet> sets =
                Arrays.stream(zone.split("; ")).map(ZoneRulesTest::typed).toList();
        List<String> sentences = RecordRules.judge(APEX, sets).faults().stream()
                .map(RecordFault::sentence)
                .toList();
        if (wanted.equals("ok")) {
            assertThat(sentences).isEmpty();
        } else {
            assertThat(sentences).isNotEmpty().allSatisfy(s -> assertThat(s).contains(wanted));
        }
    }

    private static RecordSet typed(String line) {
        String[] parts = line.strip().split(" ", 3);
        return set(parts[0], parts[1], parts[2]);
    }
}
