/**
 * What is true of a site as a whole: its title, the settings that shape it and its flag. Entry point: {@link evenharbor.core.what.site.Flag}.
 */
package evenharbor.core.what.site;
