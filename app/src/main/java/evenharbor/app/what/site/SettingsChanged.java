package evenharbor.app.what.site;

/**
 * The settings of a site have changed; told within the transaction that changes them.
 *
 * @param siteId the site
 */
public record SettingsChanged(String siteId) {}
