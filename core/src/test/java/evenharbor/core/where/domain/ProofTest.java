package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.HostName;
import java.util.List;
import org.junit.jupiter.api.Test;

class ProofTest {

    private static final Proof PROOF = new Proof(new HostName("papermoon.example"), "s3cret");

    @Test
    void theRecordToMakeIsTheOneThatIsLookedFor() {
        RecordSet record = PROOF.record(300);
        assertThat(record.name())
                .isEqualTo("_harbor-proof.papermoon.example")
                .isEqualTo(PROOF.name().ascii());
        assertThat(record.type()).isEqualTo("TXT");
        assertThat(record.ttl()).isEqualTo(300);
        assertThat(PROOF.shownBy(new Seen.Records(List.of(), record.data(), 300)))
                .isTrue();
    }

    @Test
    void otherTextsAndFailuresProveNothing() {
        assertThat(PROOF.shownBy(new Seen.Records(List.of(), List.of("v=spf1 -all", "s3cret2"), 300)))
                .isFalse();
        assertThat(PROOF.shownBy(new Seen.Records(List.of(), List.of("v=spf1 -all", "s3cret"), 300)))
                .isTrue();
        assertThat(PROOF.shownBy(new Seen.NoSuchName(List.of(), 300))).isFalse();
        assertThat(PROOF.shownBy(new Seen.NoAnswer())).isFalse();
    }
}
