package evenharbor.cli;

/** Why a command did not do what was asked, in words, with the code that the process ends with. */
final class Failure extends RuntimeException {

    /** It was refused, or went wrong on the way. */
    static final int REFUSED = 1;

    /** Someone else changed the draft in between. */
    static final int STALE = 3;

    /** The harbor could not be reached. */
    static final int UNREACHABLE = 4;

    private static final long serialVersionUID = 1L;

    private final int code;

    Failure(int code, String words) {
        super(words);
        this.code = code;
    }

    int code() {
        return code;
    }
}
