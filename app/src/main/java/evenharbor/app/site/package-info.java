/** Sites and their settings. Entry point: {@link evenharbor.app.site.Sites}. */
package evenharbor.app.site;
