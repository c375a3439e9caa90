package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.time.Duration;
import org.apache.commons.net.DefaultSocketFactory;

/** A connection that a server answers commands on: no answer may be longer than any that is of use, nor take for ever. */
final class ControlSocket extends Socket {

    /** Also of TLS around it; the longest answers of use are lists of what a server can do, a few kilobytes. */
    private static final int MOST_BYTES = 1 << 18;

    private final Duration most;
    private InputStream in;
    private int bytes;
    private long beganAt;

    private ControlSocket(Duration most) {
        this.most = most;
    }

    /** Makes such connections. @param most how long an answer may take from its first byte to its last */
    static final class Factory extends DefaultSocketFactory {
        private final Duration most;

        Factory(Duration most) {
            this.most = most;
        }

        @Override
        public Socket createSocket() {
            return new ControlSocket(most);
        }
    }

    /** What comes from now on is another answer. */
    void nextAnswer() {
        bytes = 0;
    }

    @Override
    public InputStream getInputStream() throws IOException {
        in = in == null ? new Answers(super.getInputStream()) : in;
        return in;
    }

    private final class Answers extends FilterInputStream {
        private Answers(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int read = super.read();
            count(read < 0 ? 0 : 1);
            return read;
        }

        @Override
        public int read(byte[] buffer, int offset, int length) throws IOException {
            int read = super.read(buffer, offset, length);
            count(Math.max(0, read));
            return read;
        }

        private void count(int read) throws IOException {
            beganAt = bytes == 0 ? System.nanoTime() : beganAt;
            bytes += read;
            if (bytes > MOST_BYTES) {
                throw new HostTrouble(HostFault.ANSWER_UNEXPECTED, "Its answer is longer than any that is of use.");
            }
            if (System.nanoTime() - beganAt > most.toNanos()) {
                throw new HostTrouble(HostFault.TIMED_OUT, "Its answer does not end.");
            }
        }
    }
}
