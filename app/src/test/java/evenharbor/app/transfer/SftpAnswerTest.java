package evenharbor.app.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import evenharbor.core.host.HostFault;
import evenharbor.core.publish.Listing;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.common.util.buffer.ByteArrayBuffer;
import org.apache.sshd.sftp.common.SftpConstants;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Answers of SFTP version 3, byte by byte as servers send them. */
class SftpAnswerTest {

    private static final Instant CHANGED = Instant.parse("2040-02-03T04:05:06Z");
    private static final int SIZE = 1;
    private static final int OWNERS = 2;
    private static final int PERMISSIONS = 4;
    private static final int TIMES = 8;
    private static final int MORE = 0x8000_0000;
    private static final int FILE_MODE = 0x81A4;
    private static final int FOLDER_MODE = 0x41ED;

    private static SftpAnswer refusal(int status, String words) {
        Buffer body = new ByteArrayBuffer();
        body.putInt(status);
        body.putString(words, StandardCharsets.UTF_8);
        body.putString("en", StandardCharsets.UTF_8);
        return new SftpAnswer(SftpConstants.SSH_FXP_STATUS, body);
    }

    private static Buffer attributes(int flags, int mode) {
        Buffer body = new ByteArrayBuffer();
        body.putUInt(flags & 0xffffffffL);
        if ((flags & SIZE) != 0) {
            body.putLong(5_000_000_000L);
        }
        if ((flags & OWNERS) != 0) {
            body.putInt(1000);
            body.putInt(1000);
        }
        if ((flags & PERMISSIONS) != 0) {
            body.putInt(mode);
        }
        if ((flags & TIMES) != 0) {
            body.putUInt(CHANGED.getEpochSecond() + 9);
            body.putUInt(CHANGED.getEpochSecond());
        }
        if ((flags & MORE) != 0) {
            body.putInt(1);
            body.putString("checksum@host.example", StandardCharsets.UTF_8);
            body.putString("4711", StandardCharsets.UTF_8);
        }
        body.putString("what follows", StandardCharsets.UTF_8);
        return body;
    }

    @ParameterizedTest
    @CsvSource({
        "2, No such file, read, FOLDER_MISSING",
        "3, Permission denied, write, NO_PERMISSION",
        "4, Failure, write “a.html”, DISK_FULL", // version 3 has no word for a full disk
        "4, No space left on device, open, DISK_FULL",
        "4, Failure, rename, ANSWER_UNEXPECTED",
        "7, Connection lost, read, DROPPED",
        "8, Operation unsupported, rename, ANSWER_UNEXPECTED",
        "14, No space on filesystem, open, DISK_FULL",
        "15, Quota exceeded, open, DISK_FULL",
    })
    void eachRefusalIsToldApart(int status, String words, String doing, HostFault fault) {
        SftpAnswer answer = refusal(status, words);
        assertThat(answer.status()).isEqualTo(status);
        assertThat(answer.status()).as("it can be asked for again").isEqualTo(status);
        HostTrouble trouble = catchThrowableOfType(HostTrouble.class, () -> answer.good(doing));
        assertThat(trouble.fault()).isEqualTo(fault);
        assertThat(trouble.said()).contains(doing, words, "status " + status);
    }

    @Test
    void aRefusalWithoutWordsIsTakenToo() {
        Buffer body = new ByteArrayBuffer();
        body.putInt(SftpConstants.SSH_FX_PERMISSION_DENIED);
        SftpAnswer answer = new SftpAnswer(SftpConstants.SSH_FXP_STATUS, body);
        assertThat(answer.trouble("remove").fault()).isEqualTo(HostFault.NO_PERMISSION);
    }

    @Test
    void aHandleIsAnAnswerThatCarriesSomething() throws HostTrouble {
        Buffer body = new ByteArrayBuffer();
        body.putBytes(new byte[] {0, 7, 1});
        SftpAnswer answer = new SftpAnswer(SftpConstants.SSH_FXP_HANDLE, body);
        assertThat(answer.status()).isEqualTo(SftpConstants.SSH_FX_OK);
        assertThat(answer.handle("open")).containsExactly(0, 7, 1);
    }

    @ParameterizedTest
    @ValueSource(
            ints = {0, SIZE, SIZE | TIMES, SIZE | OWNERS | PERMISSIONS | TIMES, OWNERS | MORE, SIZE | TIMES | MORE})
    void whateverAttributesComeTheRestIsFoundBehindThem(int flags) {
        Buffer body = attributes(flags, FILE_MODE);
        SftpAttributes read = SftpAttributes.read(body);
        assertThat(body.getString()).isEqualTo("what follows");
        assertThat(read.file())
                .contains(new Listing.Found(
                        (flags & SIZE) == 0 ? 0 : 5_000_000_000L,
                        (flags & TIMES) == 0 ? Optional.empty() : Optional.of(CHANGED),
                        Duration.ofSeconds(1),
                        Optional.empty()));
        assertThat(read.folder()).isFalse();
    }

    @Test
    void aFolderIsNoFile() {
        SftpAttributes read = SftpAttributes.read(attributes(SIZE | PERMISSIONS | TIMES, FOLDER_MODE));
        assertThat(read.folder()).isTrue();
        assertThat(read.file()).isEmpty();
    }
}
