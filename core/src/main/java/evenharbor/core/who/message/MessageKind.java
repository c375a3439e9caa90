package evenharbor.core.who.message;

/** What other programs can be told of. */
public enum MessageKind {
    /** A site was published, here or to a host. */
    PUBLISHED,
    /** A site was taken down, closed or deleted. */
    TAKEN_DOWN,
    /** An earlier version went live, or a site came back. */
    RESTORED,
    /** A publish, a send to a host or a plan failed. */
    FAILED,
    /** A name stopped working, or its certificate is in trouble. */
    NAME_STOPPED,
    /** A person tries the way. */
    TEST
}
