package evenharbor.app.activity;

/** What can have happened to a site. */
public enum ActivityKind {
    SITE_CREATED,
    SITE_CHANGED,
    DRAFT_CHANGED,
    VERSION_SAVED,
    VERSION_CHANGED,
    ADDRESS_CLAIMED,
    ADDRESS_CHANGED,
    ADDRESS_RELEASED,
    RIGHTS_CONFIRMED,
    PUBLISHED,
    PUBLISH_FAILED,
    UNPUBLISHED,
    PUT_LIVE,
    RESTORED
}
