package evenharbor.app.harbor.audience;

/** Other visitors are let in to a site, or to a part of it. */
public record AudienceChanged(String siteId) {}
