package evenharbor.app.who.access;

import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;

/** A request whose body, where it is JSON, was read before those who answer it read it; files are left to stream. */
final class ReadRequest extends HttpServletRequestWrapper {

    private static final int MOST_READ = 1 << 20;

    private final byte[] body;
    private final boolean whole;

    private ReadRequest(HttpServletRequest request, byte[] body, boolean whole) {
        super(request);
        this.body = body;
        this.whole = whole;
    }

    static ReadRequest of(HttpServletRequest request) throws IOException {
        String type = request.getContentType();
        boolean small = type != null
                && type.startsWith("application/json")
                && request.getContentLengthLong() >= 0
                && request.getContentLengthLong() <= MOST_READ;
        return new ReadRequest(request, small ? request.getInputStream().readAllBytes() : new byte[0], small);
    }

    /** What was read; nothing of a body that streams. */
    byte[] body() {
        return body;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
        return whole ? new Again(body) : super.getInputStream();
    }

    @Override
    public BufferedReader getReader() throws IOException {
        return whole
                ? new BufferedReader(new InputStreamReader(new ByteArrayInputStream(body), StandardCharsets.UTF_8))
                : super.getReader();
    }

    private static final class Again extends ServletInputStream {

        private final ByteArrayInputStream octets;

        Again(byte[] body) {
            octets = new ByteArrayInputStream(body);
        }

        @Override
        public int read() {
            return octets.read();
        }

        @Override
        public int read(byte[] into, int from, int most) {
            return octets.read(into, from, most);
        }

        @Override
        public boolean isFinished() {
            return octets.available() == 0;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new UnsupportedOperationException("It is read at once");
        }
    }
}
