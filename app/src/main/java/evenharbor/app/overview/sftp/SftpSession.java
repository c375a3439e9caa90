package evenharbor.app.overview.sftp;

import evenharbor.app.who.access.Person;
import evenharbor.core.what.draft.FileEdits;
import java.io.Closeable;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What one program does to the draft of one site. It becomes a change when the program signs off or falls quiet; of one that
 * is cut off nothing does that had not before.
 */
final class SftpSession implements Closeable {

    private static final Logger LOG = LoggerFactory.getLogger(SftpSession.class);

    /** What was revoked opens nothing any more after so long. */
    private static final Duration TRUSTED = Duration.ofSeconds(1);

    private final String siteId;
    private final Pass pass;
    private final Person by;
    private final Staging staging;
    private final SftpArrivals arrivals;
    private final Clock clock;
    private Instant lastWord;
    private Instant checked;
    private boolean changed;
    /** Why nothing more is taken; null while it is. */
    private String ended;

    SftpSession(String siteId, Pass pass, Person by, Staging staging, SftpArrivals arrivals, Clock clock) {
        this.siteId = siteId;
        this.pass = pass;
        this.by = by;
        this.staging = staging;
        this.arrivals = arrivals;
        this.clock = clock;
        this.lastWord = clock.instant();
        this.checked = lastWord;
    }

    Staging staging() {
        return staging;
    }

    /** A program asked for something. */
    synchronized void word() {
        lastWord = clock.instant();
    }

    /** A program is about to change something. */
    synchronized void changes() throws SftpException {
        Instant now = clock.instant();
        if (ended == null && Duration.between(checked, now).compareTo(TRUSTED) > 0) {
            ended = pass.person(siteId).isEmpty() ? "What you signed in with no longer works." : null;
            checked = now;
        }
        if (ended != null) {
            throw new SftpException(
                    SftpConstants.SSH_FX_PERMISSION_DENIED,
                    ended + " What was sent since the last pause was not taken over.");
        }
        lastWord = now;
        changed = true;
    }

    /** Makes a change of what was done, once nothing was said for so long. */
    synchronized void rest(Duration quiet) {
        if (!changed || ended != null || staging.busy() || !lastWord.plus(quiet).isBefore(clock.instant())) {
            return;
        }
        try {
            FileEdits edits = staging.edits();
            if (!edits.none()) {
                ended = arrivals.take(siteId, pass, by, edits).orElse(null);
                if (ended == null) {
                    staging.became(edits);
                }
            }
            changed = false;
        } catch (IOException | RuntimeException e) {
            // It is still there: it is tried again after the next pause, and when the program signs off.
            lastWord = clock.instant();
            LOG.warn("What was sent to site {} by SFTP was not taken over yet", siteId, e);
        }
    }

    /** Makes a change of what was done; the program has signed off. */
    synchronized void signOff() {
        if (!changed || ended != null) {
            return;
        }
        changed = false;
        try {
            FileEdits edits = staging.edits();
            if (!edits.none()) {
                arrivals.takeSurely(siteId, pass, by, edits);
            }
        } catch (IOException e) {
            arrivals.couldNotBeStored(siteId, by, e);
        }
    }

    @Override
    public synchronized void close() throws IOException {
        ended = "The session is closed.";
        staging.close();
    }
}
