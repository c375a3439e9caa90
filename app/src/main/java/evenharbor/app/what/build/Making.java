package evenharbor.app.what.build;

import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.IntConsumer;

/** A build that is being made: whoever wants the same one waits for it rather than making it again. */
final class Making {

    private static final long LOOK_EVERY_MILLISECONDS = 50;

    private final CountDownLatch ended = new CountDownLatch(1);
    private volatile int done;
    private volatile String made;

    /** Told by who makes it how many files are done. */
    void done(int files) {
        done = files;
    }

    /** Told by who makes it, with the hash of the build's manifest; null when it came to nothing. */
    void end(String hash) {
        made = hash;
        ended.countDown();
    }

    /**
     * Waits for it.
     *
     * @param progress told how many files are done; what it throws ends the waiting, not the work
     * @return the hash of the build's manifest; empty when it came to nothing
     */
    Optional<String> await(IntConsumer progress) {
        try {
            while (!ended.await(LOOK_EVERY_MILLISECONDS, TimeUnit.MILLISECONDS)) {
                progress.accept(done);
            }
            return Optional.ofNullable(made);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted while a build was made", e);
        }
    }
}
