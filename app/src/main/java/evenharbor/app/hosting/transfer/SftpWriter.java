package evenharbor.app.hosting.transfer;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.HashSet;
import java.util.Set;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.sftp.common.SftpConstants;

/** Writes files over SFTP, many at once; closes the contents that it reads, also when it is cut off. */
final class SftpWriter implements AutoCloseable {

    private static final int CHUNK = 32_000;
    private static final int CHUNKS_AT_ONCE = 64;

    private final SftpPipe pipe;
    private final Contents contents;
    private final Meter meter;
    private final Set<SeekableByteChannel> reading = new HashSet<>();

    SftpWriter(SftpPipe pipe, Contents contents, Meter meter) {
        this.pipe = pipe;
        this.contents = contents;
        this.meter = meter;
    }

    /** Begins to write a file. */
    void write(Sending file, String to) throws IOException {
        meter.mayStop();
        int flags = SftpConstants.SSH_FXF_WRITE | SftpConstants.SSH_FXF_CREAT | SftpConstants.SSH_FXF_TRUNC;
        Buffer request =
                SftpPipe.request(to.length()).with(to).with(flags).with(0).buffer();
        pipe.ask(SftpConstants.SSH_FXP_OPEN, request, answer -> {
            byte[] handle = answer.handle("open “" + to + "”");
            SeekableByteChannel content = contents.open(file.file().hash());
            reading.add(content);
            writeOn(file, handle, content, 0);
        });
    }

    /** Some chunks at once, then on when they have been taken: a large file shall not lie in memory whole. */
    private void writeOn(Sending file, byte[] handle, SeekableByteChannel content, long from) throws IOException {
        String doing = "write “" + file.path() + "”";
        long at = from;
        long end = file.file().size();
        int most = pipe.crowded() ? 1 : CHUNKS_AT_ONCE;
        for (int chunk = 0; chunk < most && at < end; chunk++) {
            int length = (int) Math.min(CHUNK, end - at);
            Buffer request =
                    SftpPipe.request(length + handle.length).with(handle).buffer();
            request.putLong(at);
            request.putBytes(read(content, length), 0, length);
            at += length;
            long next = at;
            boolean goesOn = chunk == most - 1 && at < end;
            pipe.ask(SftpConstants.SSH_FXP_WRITE, request, answer -> {
                answer.good(doing);
                meter.moved(file.path(), length);
                if (goesOn) {
                    meter.mayStop();
                    writeOn(file, handle, content, next);
                }
            });
        }
        if (at >= end) {
            content.close();
            reading.remove(content);
            pipe.ask(SftpConstants.SSH_FXP_CLOSE, SftpPipe.byHandle(handle), answer -> answer.good(doing));
        }
    }

    private static byte[] read(SeekableByteChannel content, int length) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(length);
        while (bytes.hasRemaining() && content.read(bytes) >= 0) {
            // Until it is full.
        }
        return bytes.array();
    }

    @Override
    public void close() throws IOException {
        for (SeekableByteChannel content : reading) {
            content.close();
        }
    }
}
