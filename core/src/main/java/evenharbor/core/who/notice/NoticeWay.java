package evenharbor.core.who.notice;

/** How someone is told of something. */
public enum NoticeWay {
    /** By mail at once, and in the application. */
    AT_ONCE,
    /** In one mail a week, and in the application. */
    WEEKLY,
    /** In the application only. */
    APP,
    /** Not at all. */
    NOT
}
