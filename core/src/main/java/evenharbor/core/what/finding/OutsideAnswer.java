package evenharbor.core.what.finding;

/** What became of asking for a page of other people. */
public enum OutsideAnswer {
    THERE("It is there."),
    MOVED("It moved for good."),
    GONE("It is not there (404)."),
    NO_SUCH_NAME("Nobody has this name any more."),
    UNREACHABLE("Nothing answers there."),
    TROUBLE("Its server is in trouble. That may pass."),
    NOT_TOLD("Its server does not tell programs."),
    ASKED_NOT_TO("Its robots file asks programs not to look.");

    private static final int GONE_FOR_GOOD = 410;

    private final String words;

    OutsideAnswer(String words) {
        this.words = words;
    }

    /** In a sentence. */
    public String words() {
        return words;
    }

    /** Whether visitors who follow the link get nothing. */
    public boolean broken() {
        return this == GONE || this == NO_SUCH_NAME || this == UNREACHABLE;
    }

    /**
     * Of the answer at the end of all redirects (RFC 9110, section 15).
     *
     * @param movedForGood whether the first of them was permanent
     */
    public static OutsideAnswer of(int status, boolean movedForGood) {
        if (status / 100 == 2) {
            return movedForGood ? MOVED : THERE;
        }
        if (status == 404 || status == GONE_FOR_GOOD) {
            return GONE;
        }
        // Many servers refuse programs what they show to people.
        return status / 100 == 5 ? TROUBLE : NOT_TOLD;
    }
}
