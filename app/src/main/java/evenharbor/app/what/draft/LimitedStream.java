package evenharbor.app.what.draft;

import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.IntakeProblem;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Stops reading what is larger than a site may be. */
final class LimitedStream extends FilterInputStream {
    private long left;

    LimitedStream(InputStream in) {
        super(in);
        this.left = IntakeLimits.DEFAULT.bytes();
    }

    @Override
    public int read() throws IOException {
        return count(super.read(), 1);
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        int read = super.read(bytes, offset, length);
        return count(read, read);
    }

    private int count(int read, int bytes) {
        left -= Math.max(0, bytes);
        if (left < 0) {
            throw IntakeRefusal.of(IntakeProblem.Kind.TOO_LARGE, (IntakeLimits.DEFAULT.bytes() >> 20) + " MiB");
        }
        return read;
    }
}
