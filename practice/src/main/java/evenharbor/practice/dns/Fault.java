package evenharbor.practice.dns;

/** What can be made to go wrong with a server. */
public enum Fault {
    /** Nothing is wrong. */
    NONE,
    /** It answers nothing. */
    SILENT,
    /** It answers after three seconds. */
    SLOW,
    /** It has none of the zones that are delegated to it. */
    LAME,
    /** It says that it failed. */
    FAILING,
    /** A resolver that keeps answers for longer than it may. */
    STALE
}
