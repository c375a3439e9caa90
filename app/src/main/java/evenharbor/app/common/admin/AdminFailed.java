package evenharbor.app.common.admin;

/** Why what was called could not be done: in sentences that say what happened, what is unchanged, what to do. */
public class AdminFailed extends RuntimeException {

    private static final long serialVersionUID = 1L;

    /** With these sentences. */
    public AdminFailed(String words) {
        super(words);
    }

    /** With these sentences, for the log with what caused it. */
    protected AdminFailed(String words, Throwable cause) {
        super(words, cause);
    }
}
