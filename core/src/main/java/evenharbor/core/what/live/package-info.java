/** Whether visitors get a site. Entry point: {@link evenharbor.core.what.live.SiteLife}. */
package evenharbor.core.what.live;
