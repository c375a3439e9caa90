package evenharbor.core.who.notice;

import evenharbor.core.who.access.Right;

/** What people are told of, who hears it, and how unless they choose otherwise. */
public enum NoticeKind {
    REVIEW("a review is asked for, commented or answered", Right.SEE, NoticeWay.AT_ONCE, false),
    PLAN_DONE("a plan was carried out", Right.PUBLISH, NoticeWay.WEEKLY, false),
    PLAN_TROUBLE("a plan was late or left out", Right.PUBLISH, NoticeWay.AT_ONCE, true),
    NAME("a name stopped working", Right.PUBLISH, NoticeWay.AT_ONCE, true),
    CERTIFICATE("a certificate is in trouble", Right.MANAGE, NoticeWay.AT_ONCE, true),
    DOMAIN("a domain ends or was lost", Right.MANAGE, NoticeWay.AT_ONCE, true),
    HOST("publishing to a host failed", Right.PUBLISH, NoticeWay.AT_ONCE, true),
    PUBLISH("a publish, or an upload by a program, failed", Right.PUBLISH, NoticeWay.AT_ONCE, true),
    SIGN_IN(
            "someone signed in as you from a new browser, or changed how you sign in",
            Right.SEE,
            NoticeWay.AT_ONCE,
            true),
    MESSAGES("messages to a program do not arrive", Right.MANAGE, NoticeWay.AT_ONCE, false),
    SPACE("space is running out", Right.MANAGE, NoticeWay.AT_ONCE, false),
    ACCOUNT("a site is handed over, or the account is closed", Right.MANAGE, NoticeWay.AT_ONCE, true);

    private final String words;
    private final Right right;
    private final NoticeWay usual;
    private final boolean urgent;

    NoticeKind(String words, Right right, NoticeWay usual, boolean urgent) {
        this.words = words;
        this.right = right;
        this.usual = usual;
        this.urgent = urgent;
    }

    /** What it is, as the end of "when …". */
    public String words() {
        return words;
    }

    /** The right that someone needs to hear of it. */
    public Right right() {
        return right;
    }

    /** How people are told unless they choose otherwise. */
    public NoticeWay usual() {
        return usual;
    }

    /** Whether it may wait for nobody's night: what is lost by then cannot be brought back by morning. */
    public boolean urgent() {
        return urgent;
    }
}
