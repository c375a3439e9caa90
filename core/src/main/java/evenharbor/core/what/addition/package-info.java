/**
 * What people set about a site and its pages beside the files, and a build adds to them: titles, descriptions, sharing
 * cards, own code, facts about the site. It lies with the files of a draft or version, so that whatever is done with
 * those holds for it, too. Entry point: {@link evenharbor.core.what.addition.SettingsFile}.
 */
package evenharbor.core.what.addition;
