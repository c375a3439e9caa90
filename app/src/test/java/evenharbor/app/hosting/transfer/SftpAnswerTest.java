package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import evenharbor.core.hosting.host.HostFault;
import java.nio.charset.StandardCharsets;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.common.util.buffer.ByteArrayBuffer;
import org.apache.sshd.sftp.common.SftpConstants;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Answers of SFTP version 3, byte by byte as servers send them. */
class SftpAnswerTest {

    private static SftpAnswer refusal(int status, String words) {
        Buffer body = new ByteArrayBuffer();
        body.putInt(status);
        body.putString(words, StandardCharsets.UTF_8);
        body.putString("en", StandardCharsets.UTF_8);
        return new SftpAnswer(SftpConstants.SSH_FXP_STATUS, body);
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
}
