package evenharbor.practice.host;

/** What can be made to go wrong with a hosting company. */
public enum HostingFault {
    /** Nothing is wrong. */
    NONE,
    /** It drops the connection after every 50 KB that it takes. */
    DROPS,
    /** Its disk is full. */
    FULL,
    /** Each answer takes 20 ms longer. */
    SLOW,
    /** It refuses to rename. */
    REFUSES_RENAMES,
    /** A rename does not replace what is there. */
    RENAMES_ONTO_NOTHING,
    /** It lists folders in the old way alone. FTP only. */
    NO_MLSD,
    /** It loses each fifth file that is put into place. */
    FORGETS,
    /** It takes one connection at a time. FTP only. */
    CROWDED,
    /** Connections for files do not come about. FTP only. */
    PASSIVE_BLOCKED,
    /** It refuses the password. */
    REFUSES_SIGN_IN,
    /** It shows another certificate or key than before. */
    OTHER_IDENTITY,
    /** Nothing answers at its port. */
    DOWN
}
