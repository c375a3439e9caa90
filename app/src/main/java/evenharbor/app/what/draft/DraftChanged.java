package evenharbor.app.what.draft;

/**
 * A draft has changed; told within the transaction that changes it.
 *
 * @param siteId the site
 * @param manifest hash of the manifest it has now
 */
public record DraftChanged(String siteId, String manifest) {}
