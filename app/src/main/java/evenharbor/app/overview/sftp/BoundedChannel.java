package evenharbor.app.overview.sftp;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.concurrent.atomic.AtomicLong;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;

/** A file that takes no more than a session may send in all. */
final class BoundedChannel implements SeekableByteChannel {

    private final SeekableByteChannel file;
    private final AtomicLong written;
    private final long most;

    BoundedChannel(SeekableByteChannel file, AtomicLong written, long most) {
        this.file = file;
        this.written = written;
        this.most = most;
    }

    @Override
    public int write(ByteBuffer bytes) throws IOException {
        // A place far behind the end would make a file as large as that.
        if (file.position() > most || written.addAndGet(bytes.remaining()) > most) {
            throw new SftpException(
                    SftpConstants.SSH_FX_FAILURE,
                    "A site holds at most " + (most >> 20) + " MiB. Nothing more is taken.");
        }
        return file.write(bytes);
    }

    @Override
    public int read(ByteBuffer bytes) throws IOException {
        return file.read(bytes);
    }

    @Override
    public long position() throws IOException {
        return file.position();
    }

    @Override
    public SeekableByteChannel position(long position) throws IOException {
        file.position(position);
        return this;
    }

    @Override
    public long size() throws IOException {
        return file.size();
    }

    @Override
    public SeekableByteChannel truncate(long size) throws IOException {
        file.truncate(size);
        return this;
    }

    @Override
    public boolean isOpen() {
        return file.isOpen();
    }

    @Override
    public void close() throws IOException {
        file.close();
    }
}
