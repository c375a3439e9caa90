package evenharbor.core.who.access;

/** What someone may do in a site, or in an account as a whole. */
public enum Right {
    /** See everything of it: pages, versions, visits, how it stands. */
    SEE("see it"),
    /** Say something about pages that are to be published. */
    COMMENT("comment on pages"),
    /** Change the draft and its redirects, save versions, ask for a review. */
    EDIT("change pages"),
    /** Decide what visitors get, and when. */
    PUBLISH("publish"),
    /** Decide where it is and for whom, who looks after it, and whether it is there at all. */
    MANAGE("manage addresses, hosts, visitors and people");

    private final String words;

    Right(String words) {
        this.words = words;
    }

    /** What it lets someone do, as the end of "may …". */
    public String words() {
        return words;
    }
}
