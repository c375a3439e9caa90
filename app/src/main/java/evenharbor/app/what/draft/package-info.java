/** The working copy of a site: intake of folders and ZIPs, edits, undo. Entry point: {@link evenharbor.app.what.draft.Drafts}. */
package evenharbor.app.what.draft;
