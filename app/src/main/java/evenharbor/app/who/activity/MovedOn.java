package evenharbor.app.who.activity;

/**
 * Work for a site has come further, here on this node: open pages ask how far it is. It is no activity, and nothing is
 * kept of it.
 */
public record MovedOn(String accountId, String siteId) {}
