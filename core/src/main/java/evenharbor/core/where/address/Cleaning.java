package evenharbor.core.where.address;

/** Something that was taken off a pasted address before it was read. */
public enum Cleaning {
    SPACES("spaces and unseen characters"),
    SCHEME("the scheme in front"),
    USER("the user name in front"),
    QUERY("what follows the path"),
    PORT("the port number"),
    CAPITALS("capital letters"),
    TRAILING_SLASH("the slash at the end"),
    TRAILING_DOT("the dot at the end"),
    PAGE("the page's name at the end"),
    HARBOR_ENDING("the harbor's own ending");

    private final String words;

    Cleaning(String words) {
        this.words = words;
    }

    /** What was taken off, to stand in a sentence. */
    public String words() {
        return words;
    }
}
