package evenharbor.core.address;

/** Something that was taken off a pasted name before it was read. */
public enum Cleaning {
    SPACES("spaces and unseen characters"),
    CAPITALS("capital letters"),
    SCHEME("the scheme in front"),
    TRAILING_SLASH("the slash at the end"),
    PATH("the path behind the name"),
    PORT("the port number"),
    TRAILING_DOT("the dot at the end"),
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
