package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.common.util.buffer.ByteArrayBuffer;
import org.apache.sshd.sftp.client.SftpClient.Attributes;

/**
 * Many requests of SFTP version 3 under way at once: what costs time on a line is waiting for answers, not sending. Servers
 * carry requests out in the order in which they came, and answers are taken in that order.
 */
final class SftpPipe {

    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final int WINDOW = 96;

    private final SftpLine line;
    private final Deque<Waiting> waiting = new ArrayDeque<>();

    SftpPipe(SftpLine line) {
        this.line = line;
    }

    /** A piece of work that begins with a request. */
    interface Begin<T> {
        void begin(T of) throws IOException;
    }

    /** What is done with an answer; may ask on. */
    interface Then {
        void take(SftpAnswer answer) throws IOException;
    }

    private record Waiting(int id, Then then) {}

    /** Sends a request; the answer is taken when those before it have been. */
    void ask(int command, Buffer request, Then then) throws IOException {
        waiting.add(new Waiting(line.send(command, request), then));
    }

    /** Sends a request about a path. */
    void ask(int command, String path, Then then) throws IOException {
        ask(command, request(path.length()).with(path).buffer(), then);
    }

    /** Whether there is room for another piece of work. */
    private boolean room() {
        return waiting.size() < WINDOW;
    }

    /** Whether so much is under way that each piece of work should keep its next request small. */
    boolean crowded() {
        return waiting.size() > 2 * WINDOW;
    }

    /** Takes the next answer. */
    void take() throws IOException {
        Waiting next = waiting.poll();
        Buffer answer = answer(next.id());
        answer.getInt();
        int type = answer.getUByte();
        answer.getInt();
        next.then().take(new SftpAnswer(type, answer));
    }

    /** Attributes of a file, which are next in an answer. */
    Attributes attributes(SftpAnswer answer) throws IOException {
        return line.attributes(answer.body());
    }

    private Buffer answer(int id) throws IOException {
        Buffer answer = line.answer(id, PATIENCE);
        if (answer != null) {
            return answer;
        }
        throw line.stands()
                ? new HostTrouble(HostFault.TIMED_OUT, "No answer for " + PATIENCE.toSeconds() + " seconds.")
                : new HostTrouble(HostFault.DROPPED, "");
    }

    /** Begins each piece of work as soon as there is room, and takes answers until all is done. */
    <T> void each(Iterator<T> work, Begin<T> begin) throws HostTrouble {
        try {
            while (work.hasNext() || !waiting.isEmpty()) {
                while (work.hasNext() && room()) {
                    begin.begin(work.next());
                }
                if (!waiting.isEmpty()) {
                    take();
                }
            }
        } catch (IOException e) {
            drain();
            throw SftpHosts.trouble(e);
        } catch (RuntimeException e) {
            drain();
            throw e;
        }
    }

    /** After a refusal, answers to what is still under way are let go by. */
    private void drain() {
        try {
            while (!waiting.isEmpty()) {
                if (line.answer(waiting.poll().id(), Duration.ofSeconds(5)) == null) {
                    break;
                }
            }
        } catch (IOException e) {
            // The connection is gone, and with it all answers.
        }
        waiting.clear();
    }

    /** A request that is being put together. */
    record Request(Buffer buffer) {

        Request with(String text) {
            buffer.putString(text, StandardCharsets.UTF_8);
            return this;
        }

        Request with(byte[] bytes) {
            buffer.putBytes(bytes);
            return this;
        }

        Request with(int number) {
            buffer.putInt(number);
            return this;
        }
    }

    /** A request about what was opened. */
    static Buffer byHandle(byte[] handle) {
        return request(handle.length).with(handle).buffer();
    }

    /** A request of about so many bytes. */
    static Request request(int about) {
        return new Request(new ByteArrayBuffer(about + 64));
    }
}
