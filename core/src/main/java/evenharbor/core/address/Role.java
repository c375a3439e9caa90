package evenharbor.core.address;

/** What an address does for its site. */
public enum Role {
    MAIN("The address to share."),
    ALIAS("Serves the same pages and names the main address as the canonical one."),
    FORWARDING("Sends visitors on to the main address, path kept."),
    TRIAL("Serves the draft or a chosen version, hidden from search engines."),
    POINTER("Sends visitors to any URL.");

    private final String about;

    Role(String about) {
        this.about = about;
    }

    /** What it does, in a sentence. */
    public String about() {
        return about;
    }

    /** Whether visitors get what is live there. */
    public boolean serves() {
        return this == MAIN || this == ALIAS;
    }
}
