package evenharbor.core.who.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.OptionalLong;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OneTimeCodesTest {

    /** RFC 6238, appendix B: the last six digits of its codes for SHA-1. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void theCodesAreThoseOfTheStandard(long second, String code) {
        byte[] secret = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);
        assertThat(OneTimeCodes.code(secret, second / 30)).isEqualTo(code);
        assertThat(OneTimeCodes.step(
                        secret, code.substring(0, 3) + " " + code.substring(3), Instant.ofEpochSecond(second), 0))
                .hasValue(second / 30);
    }

    @Property(tries = 300)
    void aCodeIsGoodOnceAndNearItsTimeOnly(
            @ForAll @Size(20) byte[] secret, @ForAll @LongRange(min = 100, max = 100_000_000L) long step) {
        String code = OneTimeCodes.code(secret, step);
        Instant now = Instant.ofEpochSecond(step * 30 + 7);
        OptionalLong found = OneTimeCodes.step(secret, code, now, step - 5);
        assertThat(found).isPresent();
        assertThat(OneTimeCodes.step(secret, code, now, step + 1))
                .as("used, or older than one that was")
                .isEmpty();
        assertThat(OneTimeCodes.step(secret, code, now.plusSeconds(30), step - 5))
                .isPresent();
        for (long off : new long[] {-90, 90, 3600}) {
            OptionalLong then = OneTimeCodes.step(secret, code, now.plusSeconds(off), 0);
            // Another step may have the same six digits by chance.
            assertThat(then.isEmpty()
                            || OneTimeCodes.code(secret, then.getAsLong()).equals(code))
                    .isTrue();
        }
    }

    @Test
    void whatIsNoCodeIsNone() {
        for (String typed : new String[] {"", "12345", "1234567", "abcdef", "१२३४५६", "-00001"}) {
            assertThat(OneTimeCodes.step(new byte[20], typed, Instant.EPOCH.plusSeconds(9999), 0))
                    .isEmpty();
        }
    }
}
