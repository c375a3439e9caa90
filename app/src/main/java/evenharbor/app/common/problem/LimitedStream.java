package evenharbor.app.common.problem;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.function.Supplier;

/** Stops reading what is larger than allowed. */
public final class LimitedStream extends FilterInputStream {

    private final Supplier<Problem> tooLarge;
    private long left;

    /** @param most bytes @param tooLarge what is thrown at the first byte beyond */
    public LimitedStream(InputStream in, long most, Supplier<Problem> tooLarge) {
        super(in);
        this.left = most;
        this.tooLarge = tooLarge;
    }

    @Override
    public int read() throws IOException {
        int read = super.read();
        count(read < 0 ? 0 : 1);
        return read;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        int read = super.read(bytes, offset, length);
        count(Math.max(0, read));
        return read;
    }

    private void count(int read) {
        left -= read;
        if (left < 0) {
            throw tooLarge.get();
        }
    }
}
