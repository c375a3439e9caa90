package evenharbor.core.hosting.host;

/**
 * The steps of a host's test, in their order; each needs those before it.
 */
public enum HostStep {
    NAME("Its name is found"),
    OFFERS("What it offers"),
    IDENTITY("It is who it says"),
    SIGN_IN("It lets you in"),
    FOLDER("The folder is there"),
    LISTING("The folder can be listed"),
    WRITE("A file can be written"),
    RENAME("A file can be renamed"),
    URL("The URL shows the folder"),
    DELETE("A file can be removed");

    private final String title;

    HostStep(String title) {
        this.title = title;
    }

    /** What is so when the step holds, in a few words. */
    public String title() {
        return title;
    }

    /** How a step came out. */
    public enum State {
        WAITING,
        HOLDS,
        /** It holds, but there is something better, or something to know. */
        ADVICE,
        FAILS
    }

    /** The step at which a fault shows. */
    public static HostStep of(HostFault fault) {
        return switch (fault) {
            case NAME_UNKNOWN -> NAME;
            case PORT_CLOSED, NOT_THIS_PROTOCOL, TLS_NOT_OFFERED -> OFFERS;
            case CERTIFICATE_UNPROVEN, KEY_UNSEEN, IDENTITY_CHANGED -> IDENTITY;
            case SIGN_IN_REFUSED, SECRET_LOST, TOO_MANY_CONNECTIONS -> SIGN_IN;
            case FOLDER_MISSING -> FOLDER;
            case PASSIVE_BLOCKED -> LISTING;
            case NO_PERMISSION, DISK_FULL -> WRITE;
            case DROPPED, TIMED_OUT, ANSWER_UNEXPECTED -> SIGN_IN;
        };
    }
}
