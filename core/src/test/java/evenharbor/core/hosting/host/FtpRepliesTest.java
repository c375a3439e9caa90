package evenharbor.core.hosting.host;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What FTP servers say when they refuse, and what that means. */
class FtpRepliesTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            530 | Login incorrect.                                    | SIGN_IN_REFUSED
            530 | Anmeldung fehlgeschlagen                            | SIGN_IN_REFUSED
            530 | Sorry, the maximum number of clients are connected  | TOO_MANY_CONNECTIONS
            421 | Too many connections (8) from this IP               | TOO_MANY_CONNECTIONS
            421 | Timeout.                                            | DROPPED
            425 | Can't build data connection: Connection refused     | PASSIVE_BLOCKED
            426 | Failure writing network stream.                     | DROPPED
            452 | Requested action not taken.                         | DISK_FULL
            552 | Exceeded storage allocation                         | DISK_FULL
            550 | Disk quota exceeded                                 | DISK_FULL
            451 | Error during write: No space left on device         | DISK_FULL
            550 | Permission denied.                                  | NO_PERMISSION
            550 | Zugriff verweigert                                  | NO_PERMISSION
            553 | Could not create file.                              | NO_PERMISSION
            550 | Failed to change directory.                         | FOLDER_MISSING
            550 | /web: No such file or directory                     | FOLDER_MISSING
            451 | Local error in processing                           | ANSWER_UNEXPECTED
            534 | Policy requires SSL                                 | TLS_NOT_OFFERED
            522 | SSL connection failed: session reuse required       | PASSIVE_BLOCKED
            500 | Unknown command                                     | ANSWER_UNEXPECTED
            """)
    void refusalsAreToldApart(int code, String words, HostFault fault) {
        assertThat(FtpReplies.fault(code, words)).isEqualTo(fault);
    }
}
