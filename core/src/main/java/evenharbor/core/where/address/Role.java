package evenharbor.core.where.address;

/** What an address does for its site. */
public enum Role {
    /** The address to share. */
    MAIN,
    /** Serves the same pages and names the main address as the canonical one. */
    ALIAS,
    /** Sends visitors on to the main address, path kept. */
    FORWARDING,
    /** Serves the draft or a chosen version, hidden from search engines. */
    TRIAL,
    /** Sends visitors to any URL. */
    POINTER;

    /** Whether visitors get what is live there. */
    public boolean serves() {
        return this == MAIN || this == ALIAS;
    }

    /** Whether it has to do with the main address, so that there must be one. */
    public boolean follows() {
        return this == ALIAS || this == FORWARDING;
    }
}
