package evenharbor.app.what.version;

/** Tells which redirects a site has just now, for a version to remember. Answered by whoever keeps redirects. */
public interface RedirectsNow {
    /** Hash of the set that is worked on; empty for none. */
    String now(String siteId);
}
