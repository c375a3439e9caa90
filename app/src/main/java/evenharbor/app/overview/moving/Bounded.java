package evenharbor.app.overview.moving;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Stops reading what is larger than fits in. */
final class Bounded extends FilterInputStream {

    private long left;

    Bounded(InputStream in, long most) {
        super(in);
        left = most;
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
            throw new Problem(
                    ProblemType.INTAKE_REFUSED, "This file holds more than fits in. Nothing of it was brought in.");
        }
    }
}
