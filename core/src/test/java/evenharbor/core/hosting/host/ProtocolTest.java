package evenharbor.core.hosting.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The safest that a server offers is advised. */
class ProtocolTest {

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            delimiter = '|',
            value = {
                "SFTP | SFTP           | -",
                "SFTP | SFTP FTPS FTP  | -",
                "FTPS | FTPS FTP       | -",
                "FTPS | SFTP FTPS FTP  | SFTP is quicker and as safe, if your account may use it.",
                "FTP  | FTP            | Ask the hosting company for SFTP or FTPS.",
                "FTP  | FTPS FTP       | Choose FTPS: it is the safest of these.",
                "FTP  | FTP FTPS SFTP  | Choose SFTP: it is the safest of these.",
                "SFTP | FTP            | -",
            })
    void theSafestIsAdvised(Protocol chosen, String offered, String mend) {
        Set<Protocol> all =
                Arrays.stream(offered.trim().split(" +")).map(Protocol::valueOf).collect(Collectors.toSet());
        assertThat(chosen.advice(all).map(Protocol.Advice::mend).orElse(null)).isEqualTo(mend);
    }
}
