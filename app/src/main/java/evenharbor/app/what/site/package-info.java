/** Sites and their settings. Entry point: {@link evenharbor.app.what.site.Sites}. */
package evenharbor.app.what.site;
