package evenharbor.app.transfer;

import evenharbor.core.publish.Listing;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.apache.sshd.common.util.buffer.Buffer;

/** Attributes as version 3 sends them. Without permissions the kind is not known and taken for a file. */
record SftpAttributes(long size, int permissions, Optional<Instant> changed) {

    private static final int KIND = 0xF000;
    private static final int FOLDER = 0x4000;

    static SftpAttributes read(Buffer body) {
        int flags = body.getInt();
        long size = (flags & 1) == 0 ? 0 : body.getLong();
        if ((flags & 2) != 0) {
            body.getLong();
        }
        int permissions = (flags & 4) == 0 ? 0 : body.getInt();
        Optional<Instant> changed = Optional.empty();
        if ((flags & 8) != 0) {
            body.getInt();
            changed = Optional.of(Instant.ofEpochSecond(body.getUInt()));
        }
        if (flags < 0) {
            for (int extended = body.getInt(); extended > 0; extended--) {
                body.getBytes();
                body.getBytes();
            }
        }
        return new SftpAttributes(size, permissions, changed);
    }

    boolean folder() {
        return (permissions & KIND) == FOLDER;
    }

    Optional<Listing.Found> file() {
        return folder()
                ? Optional.empty()
                : Optional.of(new Listing.Found(size, changed, Duration.ofSeconds(1), Optional.empty()));
    }
}
