package evenharbor.app.hosting.transfer;

import com.google.common.hash.Hasher;
import com.google.common.hash.Hashing;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.sftp.common.SftpConstants;

/** Reads files back over SFTP, many at once, and keeps nothing of them but their SHA-256. */
final class SftpHasher {

    /** What every server gives in one answer. */
    private static final int CHUNK = 32_768;

    private static final int CHUNKS_AT_ONCE = 8;

    private final SftpPipe pipe;
    private final Meter meter;
    private final Map<String, String> hashes = new HashMap<>();

    SftpHasher(SftpPipe pipe, Meter meter) {
        this.pipe = pipe;
        this.meter = meter;
    }

    /** The hashes of what has been read, by path. */
    Map<String, String> hashes() {
        return hashes;
    }

    /** Begins to read a file. @param at its path on the host @param size bytes to read at most */
    void read(String path, String at, long size) throws IOException {
        meter.mayStop();
        Buffer request = SftpPipe.request(at.length())
                .with(at)
                .with(SftpConstants.SSH_FXF_READ)
                .with(0)
                .buffer();
        pipe.ask(SftpConstants.SSH_FXP_OPEN, request, answer -> {
            if (answer.status() != SftpConstants.SSH_FX_NO_SUCH_FILE) {
                new Reading(path, answer.handle("read “" + at + "”"), size).on();
            }
        });
    }

    /** One file that is being read. */
    private final class Reading {
        private final String path;
        private final byte[] handle;
        private final long size;
        private final Hasher hasher = Hashing.sha256().newHasher();
        private long read;
        private boolean ended;

        private Reading(String path, byte[] handle, long size) {
            this.path = path;
            this.handle = handle;
            this.size = size;
        }

        /** Some chunks at once, then on when they have come: a large file shall not lie in memory whole. */
        private void on() throws IOException {
            meter.mayStop();
            if (ended || read >= size) {
                pipe.ask(SftpConstants.SSH_FXP_CLOSE, SftpPipe.byHandle(handle), closed -> {});
                hashes.put(path, hasher.hash().toString());
                meter.moved(path, 0);
                return;
            }
            int most = pipe.crowded() ? 1 : CHUNKS_AT_ONCE;
            long from = read;
            for (int chunk = 0; chunk < most && from < size; chunk++) {
                int length = (int) Math.min(CHUNK, size - from);
                boolean last = chunk == most - 1 || from + length >= size;
                ask(from, length, last);
                from += length;
            }
        }

        private void ask(long from, int length, boolean last) throws IOException {
            Buffer request = SftpPipe.request(handle.length).with(handle).buffer();
            request.putLong(from);
            request.putInt(length);
            pipe.ask(SftpConstants.SSH_FXP_READ, request, answer -> {
                if (answer.type() == SftpConstants.SSH_FXP_DATA) {
                    take(answer.body().getBytes(), from);
                } else if (answer.status() == SftpConstants.SSH_FX_EOF) {
                    ended = true;
                } else {
                    throw answer.trouble("read “" + path + "”");
                }
                if (last) {
                    on();
                }
            });
        }

        /** A server may give less than was asked for: what comes behind such a gap is asked for again. */
        private void take(byte[] bytes, long from) {
            if (from == read) {
                hasher.putBytes(bytes);
                read += bytes.length;
                meter.moved(path, bytes.length);
            }
        }
    }
}
