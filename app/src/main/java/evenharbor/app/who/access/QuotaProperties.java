package evenharbor.app.who.access;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What an account may have; 0 for no limit.
 *
 * @param sites how many sites
 * @param names how many host names its sites may have together
 * @param sendsPerDay how many publishes to hosts it may ask for in a day
 */
@ConfigurationProperties("harbor.quotas")
record QuotaProperties(int sites, int names, int sendsPerDay) {}
