package evenharbor.app.hosting.transfer;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.sftp.client.SftpErrorDataHandler;
import org.apache.sshd.sftp.client.SftpVersionSelector;
import org.apache.sshd.sftp.client.impl.DefaultSftpClient;
import org.apache.sshd.sftp.client.impl.DefaultSftpClientFactory;
import org.apache.sshd.sftp.common.SftpConstants;

/**
 * One SFTP connection on which answers may be waited for in short turns. The library forgets a request when waiting for its
 * answer has taken too long once: what comes later would be lost.
 */
final class SftpLine extends DefaultSftpClient {

    private static final Duration TURN = Duration.ofSeconds(1);
    private static final SftpVersionSelector AS_NEARLY_ALL_SPEAK_IT = SftpVersionSelector.fixedVersionSelector(3);

    private SftpLine(ClientSession session, SftpVersionSelector versions, SftpErrorDataHandler errors)
            throws IOException {
        super(session, versions, errors);
        getClientChannel().addCloseFutureListener(closed -> wake());
    }

    /** Opens SFTP on a session that is signed in. */
    static SftpLine open(ClientSession session) throws IOException {
        return (SftpLine)
                new DefaultSftpClientFactory() {
                    @Override
                    protected DefaultSftpClient createDefaultSftpClient(
                            ClientSession on, SftpVersionSelector versions, SftpErrorDataHandler errors)
                            throws IOException {
                        return new SftpLine(on, versions, errors);
                    }
                }.createSftpClient(session, AS_NEARLY_ALL_SPEAK_IT, SftpErrorDataHandler.EMPTY);
    }

    @Override
    protected void process(Buffer answer) throws IOException {
        super.process(answer);
        wake();
    }

    /** Lets whoever waits look again. */
    private synchronized void wake() {
        notifyAll();
    }

    /**
     * The answer to a request; null when none comes.
     *
     * @param patience how long it is waited for while the line stands
     */
    Buffer answer(int id, Duration patience) throws IOException {
        long began = System.nanoTime();
        while (true) {
            boolean stands = stands();
            synchronized (this) {
                Buffer answer = receive(id, Duration.ZERO);
                boolean late = System.nanoTime() - began > patience.toNanos();
                if (answer != null || !stands || late) {
                    return answer;
                }
                try {
                    // A cut of the line is not always told to whoever waits: it is looked for, turn by turn.
                    wait(TURN.toMillis());
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    throw new InterruptedIOException();
                }
            }
        }
    }

    /** Attributes of a file as an answer carries them; what follows them is read next. */
    Attributes attributes(Buffer answer) throws IOException {
        return readAttributes(SftpConstants.SSH_FXP_ATTRS, answer, new AtomicInteger());
    }

    /** Whether the connection still stands. */
    boolean stands() {
        return isOpen() && getClientSession().isOpen();
    }
}
