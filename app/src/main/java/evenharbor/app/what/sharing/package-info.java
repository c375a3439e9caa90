/**
 * Folders that several sites share: changed in one, followed by the drafts of the others. Entry point:
 * {@link evenharbor.app.what.sharing.SharedFolders}.
 */
package evenharbor.app.what.sharing;
