package evenharbor.core.common;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;

class DatesTest {

    @Test
    void aDayIsWrittenAsPeopleWriteIt() {
        assertThat(Dates.day(Instant.parse("2027-02-23T23:59:59Z"))).isEqualTo("23 Feb 2027");
        assertThat(Dates.day(Instant.parse("2027-03-01T00:00:00Z"))).isEqualTo("1 Mar 2027");
    }
}
