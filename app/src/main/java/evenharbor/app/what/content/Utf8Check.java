package evenharbor.app.what.content;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Sees whether what is read through it is UTF-8, without holding it. */
final class Utf8Check extends FilterInputStream {

    private static final int LONGEST_CHARACTER = 4;

    private final CharsetDecoder decoder = StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);
    private final CharBuffer out = CharBuffer.allocate(8192);

    /** The beginning of a character whose rest is still to be read. */
    private byte[] begun = {};

    private boolean valid = true;

    Utf8Check(InputStream in) {
        super(in);
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        int n = super.read(bytes, offset, length);
        if (n > 0 && valid) {
            see(bytes, offset, n);
        }
        return n;
    }

    private void see(byte[] bytes, int offset, int n) {
        ByteBuffer in = ByteBuffer.allocate(begun.length + n);
        in.put(begun).put(bytes, offset, n).flip();
        while (true) {
            out.clear();
            var result = decoder.decode(in, out, false);
            if (result.isError()) {
                valid = false;
                return;
            }
            if (result.isUnderflow()) {
                break;
            }
        }
        begun = new byte[in.remaining()];
        in.get(begun);
        valid = begun.length < LONGEST_CHARACTER;
    }

    /** Whether all that was read is UTF-8, once it is read to the end. */
    boolean valid() {
        return valid && begun.length == 0;
    }
}
