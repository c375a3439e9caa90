package evenharbor.core.hosting.host;

/** What can go wrong with a host, as a person would tell it apart: each has another mend. */
public enum HostFault {
    NAME_UNKNOWN("Its name is not known to DNS.", "Check the server's name for a slip."),
    PORT_CLOSED(
            "Nothing answers at its port.",
            "Check the port, and whether the hosting company has turned this protocol on for the account."),
    NOT_THIS_PROTOCOL("What answers at its port speaks another protocol.", "Choose another protocol or port."),
    CERTIFICATE_UNPROVEN(
            "Its certificate is not vouched for by an authority, or not for this name.",
            "Compare its fingerprint with what the hosting company says, then accept it."),
    KEY_UNSEEN(
            "Its key has not been seen before.",
            "Compare its fingerprint with what the hosting company says, then accept it."),
    IDENTITY_CHANGED(
            "It shows another certificate or key than the one that was accepted. Someone may be listening in.",
            "Ask the hosting company whether they changed it. Only then accept the new one."),
    SIGN_IN_REFUSED("It refuses the user name or the password.", "Copy both again from the hosting company's mail."),
    SECRET_LOST(
            "The saved password or key cannot be opened: it was sealed with another key than the harbor has now.",
            "Give the password or key again."),
    TOO_MANY_CONNECTIONS("It takes no further connections just now.", "Wait a few minutes, then go on."),
    FOLDER_MISSING("The folder is not there.", "Choose another folder, or have it made."),
    NO_PERMISSION("It does not allow that in this folder.", "Choose a folder that belongs to the account."),
    DISK_FULL("Its disk, or the account's share of it, is full.", "Make room there, then go on."),
    PASSIVE_BLOCKED(
            "It takes commands, but the connection for the files does not come about.",
            "Ask the hosting company which passive ports they opened, or use SFTP."),
    TLS_NOT_OFFERED(
            "It offers no TLS.", "Use SFTP if it is offered; plain FTP lets others read along, the password too."),
    DROPPED("It dropped the connection.", "Go on: what arrived is kept."),
    TIMED_OUT("It does not answer in time.", "Go on later: what arrived is kept."),
    ANSWER_UNEXPECTED("It answered in a way that is not understood.", "Look at what it said, below.");

    private final String what;
    private final String mend;

    HostFault(String what, String mend) {
        this.what = what;
        this.mend = mend;
    }

    /** What happened, a sentence about “it”, the host. */
    public String what() {
        return what;
    }

    /** What to do, a sentence. */
    public String mend() {
        return mend;
    }

    /** Whether trying again by itself may help. */
    public boolean passes() {
        return this == DROPPED || this == TIMED_OUT || this == TOO_MANY_CONNECTIONS;
    }
}
