package evenharbor.app.hosting.transfer;

/** Hears how far it is, and may have it stopped. May be called by several threads. */
public interface Meter {

    /** Hears nothing. */
    Meter NONE = new Meter() {};

    /** Some bytes of a file have gone. */
    default void moved(String path, long bytes) {}

    /**
     * A good place to stop: called often, and where nothing is half done that visitors could see.
     *
     * @throws Stopped to stop
     */
    default void mayStop() throws Stopped {}

    /** Stopped because the owner wanted it so. */
    final class Stopped extends RuntimeException {
        /** Carries nothing but the wish. */
        public Stopped() {
            super("Stopped", null, false, false);
        }
    }
}
