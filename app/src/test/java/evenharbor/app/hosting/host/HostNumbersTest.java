package evenharbor.app.hosting.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.hosting.transfer.HostTrouble;
import java.net.InetAddress;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which numbers of hosts may be reached. */
class HostNumbersTest {

    private static HostNumbers numbers(boolean practice) {
        return new HostNumbers(
                new HostProperties(Map.of(), Map.of("files.known.example", "192.0.2.9"), Duration.ofSeconds(1), 1),
                HostTestTest.harbor(practice));
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.7, 192.0.2.7, 192.0.2.7",
        "192.168.7.1, 192.168.7.1, ''",
        "100.64.0.1, 100.64.0.1, ''",
        "64:ff9b::10.0.0.5, 64:ff9b:0:0:0:0:a00:5, ''",
        "2001:db8::7, 2001:db8:0:0:0:0:0:7, 2001:db8:0:0:0:0:0:7",
        "10.0.0.5, 10.0.0.5, ''",
        "Files.Known.Example, 192.0.2.9, 192.0.2.9",
        "localhost, 127.0.0.1, ''",
        "ftp.any.localhost, 127.0.0.1, ''",
        "127.0.0.1, 127.0.0.1, ''",
        "127.9.9.9, 127.9.9.9, ''",
        "::1, 0:0:0:0:0:0:0:1, ''",
        "169.254.169.254, '', ''",
        "fe80::1, '', ''",
        "0.0.0.0, '', ''",
        "224.0.0.1, '', ''"
    })
    void privateNetworksAreReachedInPracticeAloneAndTheNetworkLinkNever(
            String server, String inPractice, String outside) throws HostTrouble {
        reached(numbers(true), server, inPractice);
        reached(numbers(false), server, outside);
    }

    private static void reached(HostNumbers numbers, String server, String number) throws HostTrouble {
        if (number.isEmpty()) {
            assertThatThrownBy(() -> numbers.of(server))
                    .isInstanceOf(HostTrouble.class)
                    .hasMessageContaining("NAME_UNKNOWN");
        } else {
            assertThat(numbers.of(server))
                    .extracting(InetAddress::getHostAddress)
                    .containsExactly(number);
        }
    }
}
