package evenharbor.core.who.message;

/** What other programs can be told of. */
public enum MessageKind {
    PUBLISHED("a site was published, here or to a host"),
    TAKEN_DOWN("a site was taken down or closed"),
    RESTORED("an earlier version went live, or a site came back"),
    FAILED("a publish, a send to a host or a plan failed"),
    NAME_STOPPED("a name stopped working, or its certificate is in trouble"),
    /** Sent by hand, to see that messages arrive. */
    TEST("a person tests the way");

    private final String words;

    MessageKind(String words) {
        this.words = words;
    }

    /** What it is, as the end of "when …". */
    public String words() {
        return words;
    }
}
