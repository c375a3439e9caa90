package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import java.util.Locale;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.sftp.common.SftpConstants;

/**
 * An answer of SFTP version 3.
 *
 * @param type its message type
 * @param body what follows its id
 */
record SftpAnswer(int type, Buffer body) {

    /** Its status code; OK for an answer that carries something. */
    int status() {
        if (type != SftpConstants.SSH_FXP_STATUS) {
            return SftpConstants.SSH_FX_OK;
        }
        int at = body.rpos();
        int status = body.getInt();
        body.rpos(at);
        return status;
    }

    /** The answer, when it is no refusal. */
    SftpAnswer good(String doing) throws HostTrouble {
        if (status() != SftpConstants.SSH_FX_OK) {
            throw trouble(doing);
        }
        return this;
    }

    /** The refusal, told apart. */
    HostTrouble trouble(String doing) {
        int status = body.getInt();
        String words = body.available() > 0 ? body.getString() : "";
        HostFault fault = switch (status) {
            case SftpConstants.SSH_FX_NO_SUCH_FILE, SftpConstants.SSH_FX_NO_SUCH_PATH -> HostFault.FOLDER_MISSING;
            case SftpConstants.SSH_FX_PERMISSION_DENIED, SftpConstants.SSH_FX_WRITE_PROTECT -> HostFault.NO_PERMISSION;
            case SftpConstants.SSH_FX_NO_SPACE_ON_FILESYSTEM, SftpConstants.SSH_FX_QUOTA_EXCEEDED ->
                HostFault.DISK_FULL;
            case SftpConstants.SSH_FX_NO_CONNECTION, SftpConstants.SSH_FX_CONNECTION_LOST -> HostFault.DROPPED;
            // Version 3 has no word for a full disk: a write that fails for no other reason found no room.
            default ->
                doing.startsWith("write") || words.toLowerCase(Locale.ROOT).contains("space")
                        ? HostFault.DISK_FULL
                        : HostFault.ANSWER_UNEXPECTED;
        };
        return new HostTrouble(fault, doing + ": " + words + " (status " + status + ")");
    }

    /** A handle. */
    byte[] handle(String doing) throws HostTrouble {
        return good(doing).body.getBytes();
    }
}
