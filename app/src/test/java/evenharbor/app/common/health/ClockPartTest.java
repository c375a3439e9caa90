package evenharbor.app.common.health;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.TestHarbor;
import java.time.Instant;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;

class ClockPartTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0    |",
                "2    |",
                "-2   |",
                "10   | is ahead of the database's by more than 3 seconds.",
                "90.5 | is ahead of the database's by more than 30 seconds.",
                "-4000| is behind the database's by more than an hour.",
            })
    void aClockThatIsWrongIsTold(double seconds, String words) {
        ClockPart part = new ClockPart(
                TestHarbor.get().bean("jdbcClient", JdbcClient.class),
                () -> Instant.now().plusMillis((long) (seconds * 1_000)));
        if (words == null) {
            assertThat(part.troubles()).isEmpty();
        } else {
            assertThat(part.troubles())
                    .singleElement()
                    .satisfies(trouble -> assertThat(trouble.what()).contains(words));
        }
    }
}
